/** Whether every word searched for stands somewhere in the text; upper and lower case are the same. */
export function hasWords(text: string, search: string): boolean {
  const shown = text.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => shown.includes(word));
}
