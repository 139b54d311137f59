/** A field of a record, where something was typed; nothing where it was left empty. */
export function said<Key extends string>(key: Key, text: string): Partial<Record<Key, string>> {
  return text === '' ? {} : ({ [key]: text } as Record<Key, string>);
}
