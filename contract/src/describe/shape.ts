import * as yup from 'yup';
import { metaOf, withMeta, type Common, type FieldsOf, type Said } from './said';

/** A check of an object of this type: it has these fields and no others. */
export type Shape<Type> = yup.ISchema<Type> & {
  required(): Shape<Type>;
  optional(): yup.ISchema<Type | undefined>;
  test(name: string, message: string, passes: (value: Type) => boolean): Shape<Type>;
};

/**
 * Describes an object: what it is called and is, and of every field what it means and what passes.
 *
 * ```ts
 * shape<Site>('Site', 'A place.')({ id: says('...', id().required()), ... })
 * ```
 */
export function shape<Type extends object>(
  name: string,
  what: string,
  common?: Common,
): (fields: FieldsOf<Type>) => Shape<Type> {
  return (fields) => {
    const object = closed(fields as Readonly<Record<string, Said<unknown>>>);
    return withMeta(object, { name, what, ...(common ? { common } : {}) }) as unknown as Shape<Type>;
  };
}

function closed(fields: Readonly<Record<string, Said<unknown>>>): yup.AnyObjectSchema {
  const schemas = Object.fromEntries(
    Object.entries(fields).map(([field, { says, schema }]) => [
      field,
      withMeta(schema, { ...metaOf(schema), says }) as yup.ISchema<unknown, yup.AnyObject>,
    ]),
  );
  return yup
    .object(schemas)
    .noUnknown(true, ({ unknown }: { unknown: string }) => `has keys that are not part of the format: ${unknown}`);
}

/** A shape that may be missing: an empty one would otherwise be made up. */
export function optional<Type>(schema: Shape<Type>): yup.ISchema<Type | undefined> {
  return (schema as unknown as yup.AnyObjectSchema).default(undefined).optional() as unknown as yup.ISchema<
    Type | undefined
  >;
}
