import type { Guard } from '../guard';

/** How a trap is called: "Earth not proven". */
export function trapName({ id }: Pick<Guard, 'id'>): string {
  const words = id.replaceAll('-', ' ').replace(/\b[ad]c\b/g, (each) => each.toUpperCase());
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
}
