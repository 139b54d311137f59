/** A document says something that cannot be used; carries the path and what would be accepted. */
export class DocumentError extends Error {
  constructor(
    readonly path: string,
    readonly problem: string,
    readonly accepted: readonly string[] = [],
  ) {
    const where = path === '' ? '' : `${path}: `;
    super(`${where}${problem}${accepted.length > 0 ? ` Accepted: ${accepted.join(', ')}.` : ''}`);
    this.name = 'DocumentError';
  }
}
