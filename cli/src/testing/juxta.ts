import { run } from '../main';

/** What a command printed, and how it ended. */
export interface Printed {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

/** Runs a command as a shell would; `input` stands for standard input. */
export function juxta(args: readonly string[], input = ''): Printed {
  const out: string[] = [];
  const err: string[] = [];
  const code = run(args, {
    print: (line) => out.push(line),
    printError: (line) => err.push(line),
    readInput: () => input,
  });
  return { code, out: out.join('\n'), err: err.join('\n') };
}
