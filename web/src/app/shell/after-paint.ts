/** Does what nobody waits for once the frame at hand is on the screen: what was typed is answered first. */
export function afterPaint(work: () => void): void {
  requestAnimationFrame(() => setTimeout(work));
}
