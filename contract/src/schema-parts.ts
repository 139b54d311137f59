import { parseQuantity, type Dimension } from '@juxtameter/core';
import * as yup from 'yup';

const LONGEST_NAME = 200;
const LONGEST_TEXT = 4000;
const NEVER_IDS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
const ID = /^[A-Za-z0-9][\w.:@+-]{0,119}$/;

/** An object with these fields and no others. */
export function closedObject<Fields extends yup.ObjectShape>(fields: Fields) {
  return yup
    .object(fields)
    .noUnknown(true, ({ unknown }: { unknown: string }) => `has keys that are not part of the format: ${unknown}`);
}

/** A closed object that may be missing: yup would otherwise make up an empty one. */
export function optionalObject<Fields extends yup.ObjectShape>(fields: Fields) {
  return closedObject(fields).default(undefined).optional();
}

export function text(longest = LONGEST_TEXT) {
  return yup.string().max(longest, ({ max }) => `is longer than ${max} characters`);
}

export function name() {
  return text(LONGEST_NAME);
}

export function id() {
  return yup.string().test('id', isId);
}

function isId(value: string | undefined, context: yup.TestContext): boolean | yup.ValidationError {
  if (value === undefined || isAcceptableId(value)) return true;
  return context.createError({
    message: `"${shortened(value)}" is not an id; accepted: letters, digits, - _ . : +, such as "mist-pump-panel"`,
  });
}

function isAcceptableId(value: string): boolean {
  return ID.test(value) && !NEVER_IDS.has(value);
}

/** What a message quotes of a value of any kind: an object may have made its own conversion to text impossible. */
function quoted(value: unknown): string {
  if (typeof value === 'string') return shortened(value);
  if (typeof value !== 'object' || value === null) return String(value);
  return Array.isArray(value) ? 'a list' : 'an object';
}

/** What a message quotes of a value that may be long or hostile. */
export function shortened(value: string): string {
  return value.length > 60 ? `${value.slice(0, 57)}...` : value;
}

/** A terminal address: `device.terminal`, `board.connector.pin`, with `@plug` or `wire@terminal`. */
export function address() {
  return yup
    .string()
    .matches(
      /^[\w+-]+(\.[\w+-]+){0,2}(@[\w+-]+(\.[\w+-]+){0,2})?$/,
      ({ value }) => `"${quoted(value)}" is not a terminal; accepted: K1.A1, CB.X1.3, CB.X1.3@plug`,
    );
}

/** In a general procedure a quantity is left open: the call says which it is. */
const ROLE = /^role\.[\w-]{1,60}$/;

/**
 * A quantity as a person writes it, of one of these dimensions, or the role of a general procedure that stands for one; a
 * trailing question mark says it is assumed.
 */
export function quantity(...dimensions: readonly [Dimension, ...Dimension[]]) {
  return yup.string().test('quantity', (value, context) => {
    if (value === undefined || ROLE.test(value)) return true;
    const parsed = parseQuantity(value, ...dimensions);
    if (parsed.outcome === 'quantity') return true;
    return context.createError({
      message: `"${shortened(value)}": ${parsed.message} Accepted: ${parsed.accepted.join(', ')}`,
    });
  });
}

export function listOf<Value>(entry: yup.ISchema<Value>, most = 2000) {
  return yup
    .array()
    .of(entry as yup.ISchema<Value, yup.AnyObject>)
    .max(most, `has more than ${most} entries`);
}

export function oneOf<Value extends string>(values: readonly Value[]) {
  return yup
    .string()
    .oneOf([...values], ({ value }) => `"${quoted(value)}" is not known; accepted: ${values.join(', ')}`);
}

/** A map from ids to values of one shape. */
export function record(entry: yup.ISchema<unknown>, isRequired = false) {
  return yup.lazy((value: unknown) => {
    const base = yup.object().typeError('must be a map of names to values');
    if (value === undefined) return isRequired ? base.required() : base.default(undefined).optional();
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return base.nonNullable('must be a map of names to values');
    const keys = Object.keys(value);
    const wrong = keys.find((key) => !isAcceptableId(key));
    if (wrong !== undefined) return refused(`"${shortened(wrong)}" is not an id; accepted: letters, digits, - _ . : +`);
    return yup.object(Object.fromEntries(keys.map((key) => [key, entry as yup.ISchema<unknown, yup.AnyObject>])));
  });
}

/** A schema that refuses everything, with this message. */
export function refused(message: string) {
  return yup.mixed().test('refused', message, () => false);
}

/** One of several shapes, told apart by the value of `tag`. */
export function taggedUnion(tag: string, shapes: Readonly<Record<string, yup.ISchema<unknown>>>, what: string) {
  return yup.lazy((value: unknown) => {
    const kind =
      typeof value === 'object' && value !== null && Object.hasOwn(value, tag)
        ? (value as Record<string, unknown>)[tag]
        : undefined;
    const shape = typeof kind === 'string' && Object.hasOwn(shapes, kind) ? shapes[kind] : undefined;
    return (shape ?? refused(`is no ${what}: "${tag}" must be one of ${Object.keys(shapes).join(', ')}`)) as yup.Schema;
  });
}
