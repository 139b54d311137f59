import type * as yup from 'yup';

/** A list is compared as a list that nobody changes, whichever way the check declares it. */
export type Plain<Value> = Value extends readonly (infer Entry)[] ? readonly Plain<Entry>[] : Value;

/**
 * A check of one field with what the field means. The type stands for exactly the values that pass: a field whose check
 * is wider or narrower than its type does not compile.
 */
export interface Said<Value> {
  readonly says: string;
  readonly schema: yup.ISchema<unknown>;
  /** Only for the compiler. */
  readonly is?: (value: Value) => Value;
}

/** One check and one description for every field of a type: a field that is forgotten, or made up, does not compile. */
export type FieldsOf<Type> = { readonly [Field in keyof Type]-?: Said<Plain<Type[Field]>> };

/** What a field means, in one sentence, and what passes. */
export function says<Value>(words: string, schema: yup.ISchema<Value, never> | yup.ISchema<Value>): Said<Plain<Value>> {
  return { says: words, schema: schema as yup.ISchema<unknown> };
}

/** What the product's own generators read from a schema, beside what it knows of itself. */
export interface Meta {
  /** Of a field: what it means. */
  readonly says?: string;
  /** Of a shape: its name in schemas and tables, and what it is. */
  readonly name?: string;
  readonly what?: string;
  /** Fields that the shape shares with others, described once under a name of their own. */
  readonly common?: Common;
  /** Of a text with a form of its own. */
  readonly form?: TextForm;
  /** Of what is decided by looking at the value. */
  readonly record?: { readonly entry: yup.ISchema<unknown>; readonly isRequired: boolean };
  readonly union?: { readonly tag: string; readonly shapes: Readonly<Record<string, yup.ISchema<unknown>>> };
  readonly either?: readonly yup.ISchema<unknown>[];
  /** A schema that is named elsewhere: a shape may hold itself. */
  readonly later?: () => yup.ISchema<unknown>;
  readonly isRequired?: boolean;
}

/** Fields that several shapes share. */
export interface Common {
  readonly name: string;
  readonly what: string;
  readonly fields: Readonly<Record<string, Said<never>>>;
}

/** Names fields that several shapes share. */
export function common<Type>(name: string, what: string, fields: FieldsOf<Type>): Common {
  return { name, what, fields: fields as unknown as Common['fields'] };
}

/** A text that follows a form: how it is told to people, to JSON Schema, and to what makes test data. */
export interface TextForm {
  readonly name: string;
  readonly what: string;
  /** Source of a regular expression that no accepted text fails. */
  readonly pattern: string;
  readonly examples: readonly [string, ...string[]];
}

export function metaOf(schema: yup.ISchema<unknown>): Meta {
  return ((schema as { meta?: () => Meta | undefined }).meta?.() ?? {}) as Meta;
}

/** The schema with more said of it. */
export function withMeta<Schema>(schema: Schema, meta: Meta): Schema {
  return (schema as { meta: (meta: Meta) => Schema }).meta(meta);
}
