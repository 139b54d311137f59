import type * as yup from 'yup';
import { metaOf, type Common, type Meta, type TextForm } from './said';

/** What passes, told apart by what it is: read once from a schema, for everything that is made of it. */
export type Node =
  | {
      readonly is: 'text';
      readonly form?: TextForm;
      readonly most?: number;
      readonly isNeverEmpty: boolean;
      readonly among?: readonly string[];
    }
  | {
      readonly is: 'number';
      readonly isWhole: boolean;
      readonly least?: number;
      readonly most?: number;
      readonly among?: readonly number[];
    }
  | { readonly is: 'boolean' }
  | { readonly is: 'list'; readonly entry: yup.ISchema<unknown>; readonly least?: number; readonly most?: number }
  | { readonly is: 'map'; readonly entry: yup.ISchema<unknown> }
  | {
      readonly is: 'shape';
      readonly name: string;
      readonly what: string;
      readonly fields: readonly Field[];
      /** Fields shared with other shapes; not among `fields`. */
      readonly common?: { readonly name: string; readonly what: string; readonly fields: readonly Field[] };
      readonly isOpen: boolean;
    }
  | { readonly is: 'union'; readonly tag: string; readonly shapes: Readonly<Record<string, yup.ISchema<unknown>>> }
  | { readonly is: 'either'; readonly of: readonly yup.ISchema<unknown>[] };

export type ShapeNode = Extract<Node, { readonly is: 'shape' }>;

export interface Field {
  readonly name: string;
  readonly says: string;
  readonly isRequired: boolean;
  readonly schema: yup.ISchema<unknown>;
}

/** Reads what a schema lets pass. @throws Error for a part that the product's own builders do not make. */
export function nodeOf(schema: yup.ISchema<unknown>): Node {
  const meta = metaOf(schema);
  if (meta.later) return nodeOf(meta.later());
  if (meta.record) return { is: 'map', entry: meta.record.entry };
  if (meta.union) return { is: 'union', ...meta.union };
  if (meta.either) return { is: 'either', of: meta.either };
  return plainNode(schema as yup.Schema<unknown>, meta);
}

function plainNode(schema: yup.Schema<unknown>, meta: Meta): Node {
  const described = schema.describe() as yup.SchemaDescription;
  const param = (test: string, name: string): number | undefined =>
    described.tests.find((each) => each.name === test)?.params?.[name] as number | undefined;
  const has = (test: string): boolean => described.tests.some(({ name }) => name === test);
  const among = described.oneOf.length > 0 ? described.oneOf : undefined;
  switch (described.type) {
    case 'string': {
      const most = param('max', 'max');
      return {
        is: 'text',
        ...(meta.form ? { form: meta.form } : {}),
        ...(most === undefined ? {} : { most }),
        ...(among ? { among: among as readonly string[] } : {}),
        isNeverEmpty: isNeeded(schema) && !isMerelyDefined(schema),
      };
    }
    case 'number': {
      const [least, most] = [param('min', 'min'), param('max', 'max')];
      return {
        is: 'number',
        isWhole: has('integer'),
        ...(least === undefined ? {} : { least }),
        ...(most === undefined ? {} : { most }),
        ...(among ? { among: among as readonly number[] } : {}),
      };
    }
    case 'boolean':
      return { is: 'boolean' };
    case 'array': {
      const length = param('length', 'length');
      const [least, most] = [length ?? param('min', 'min'), length ?? param('max', 'max')];
      const entry = (schema as unknown as { readonly innerType: yup.ISchema<unknown> }).innerType;
      return { is: 'list', entry, ...(least === undefined ? {} : { least }), ...(most === undefined ? {} : { most }) };
    }
    case 'object': {
      const { fields } = schema as unknown as { readonly fields: Readonly<Record<string, yup.ISchema<unknown>>> };
      return {
        is: 'shape',
        name: meta.name ?? 'Anything',
        what: meta.what ?? '',
        isOpen: !has('exact') && !has('noUnknown'),
        ...split(Object.entries(fields).map(fieldOf), meta.common),
      };
    }
    default:
      throw new Error(`Expected a schema of the product's own builders, got one of type "${described.type}"`);
  }
}

function fieldOf([name, schema]: readonly [string, yup.ISchema<unknown>]): Field {
  return { name, says: metaOf(schema).says ?? '', isRequired: isNeeded(schema), schema };
}

/** A shape's own fields, and apart from them those it shares. */
function split(fields: readonly Field[], common: Common | undefined): Pick<ShapeNode, 'fields' | 'common'> {
  if (!common) return { fields };
  const isShared = ({ name }: Field): boolean => Object.hasOwn(common.fields, name);
  const { name, what } = common;
  return { fields: fields.filter((each) => !isShared(each)), common: { name, what, fields: fields.filter(isShared) } };
}

/** Whether a field has to be there. */
export function isNeeded(schema: yup.ISchema<unknown>): boolean {
  const meta = metaOf(schema);
  if (meta.record) return meta.record.isRequired;
  if (meta.isRequired !== undefined) return meta.isRequired;
  return !(schema as yup.Schema<unknown>).describe().optional;
}

/** `defined()` lets an empty text pass, `required()` does not. */
function isMerelyDefined(schema: yup.Schema<unknown>): boolean {
  try {
    schema.validateSync('', { strict: true });
    return true;
  } catch {
    return false;
  }
}
