/** Whether letters go into what has the focus. */
export function isTyping(target: EventTarget | null): target is HTMLElement {
  if (target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement) return true;
  return target instanceof HTMLInputElement && target.type !== 'checkbox' && target.type !== 'radio';
}

/** The menu is asked for: no reading begins with a question mark. */
export function isMenuKey({ key, target }: KeyboardEvent): boolean {
  if (key !== '?') return false;
  return !isTyping(target) || (target instanceof HTMLInputElement && target.value === '');
}
