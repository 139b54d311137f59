/** Where a command writes and what it reads as `-`. */
export interface Console {
  readonly print: (line: string) => void;
  readonly printError: (line: string) => void;
  readonly readInput: () => string;
}
