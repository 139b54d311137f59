/** The command line was used in a way it does not accept; the message says what is. */
export class UsageError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'UsageError';
  }
}
