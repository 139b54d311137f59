/** What was typed into a form, by the names of its fields, without the blanks around it; empty where a field is not there. */
export function typedIn(event: Event): (name: string) => string {
  event.preventDefault();
  const form = new FormData(event.target as HTMLFormElement);
  return (name) => {
    const typed = form.get(name);
    return typeof typed === 'string' ? typed.trim() : '';
  };
}
