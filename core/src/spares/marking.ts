/** What is printed on a part (number, rating), without what people write differently: case, spaces, dashes. */
export function plainMarking(text: string): string {
  return text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');
}

/** One marking, however it is spaced. A suffix that differs is another part. */
export function isSameMarking(one: string, other: string): boolean {
  return plainMarking(one) === plainMarking(other);
}
