import { parseQuantity, type Dimension } from '@juxtameter/core';
import * as yup from 'yup';
import { MOST_ENTRIES } from '../validate';
import { withMeta, type Plain, type TextForm } from './said';

const LONGEST_NAME = 200;
const LONGEST_TEXT = 4000;
const NEVER_IDS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);
/** A terminal is called what stands beside it: plus and minus are names as well. */
const ID = /^(?:[A-Za-z0-9][\w.:@+-]{0,119}|[+-])$/;

export function text(longest = LONGEST_TEXT) {
  return yup.string().max(longest, ({ max }) => `is longer than ${max} characters`);
}

export function name() {
  return text(LONGEST_NAME);
}

export const ID_FORM: TextForm = {
  name: 'id',
  what: 'Letters, digits and - _ . : + @, or + or - alone; stable, never shown without its name.',
  pattern: '^(?!constructor$|prototype$)(?:[A-Za-z0-9][\\w.:@+-]{0,119}|[+-])$',
  examples: ['mist-pump-panel', 'K1', 'CB.X1'],
};

export function id() {
  return withMeta(yup.string().test('id', isId), { form: ID_FORM });
}

function isId(value: string | undefined, context: yup.TestContext): boolean | yup.ValidationError {
  if (value === undefined || isAcceptableId(value)) return true;
  return context.createError({
    message: `"${shortened(value)}" is not an id; accepted: letters, digits, - _ . : +, such as "mist-pump-panel"`,
  });
}

/** Letters, digits and a few signs; never the name of what every object has. */
export function isAcceptableId(value: string): boolean {
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

/** A text of a form; the message is said of what does not follow it. */
export function formed(form: TextForm, message: string) {
  return withMeta(yup.string().matches(new RegExp(form.pattern), { message, excludeEmptyString: false }), { form });
}

const ADDRESS_FORM: TextForm = {
  name: 'address',
  what: 'device.terminal, board.connector.pin, with @plug for the harness side, wire@terminal for a lifted end.',
  pattern: '^[\\w+-]+(\\.[\\w+-]+){0,2}(@[\\w+-]+(\\.[\\w+-]+){0,2})?$',
  examples: ['K1.A1', 'CB.X1.3', 'CB.X1.3@plug'],
};

/** A terminal address: `device.terminal`, `board.connector.pin`, with `@plug` or `wire@terminal`. */
export function address() {
  return withMeta(
    yup
      .string()
      .matches(
        new RegExp(ADDRESS_FORM.pattern),
        ({ value }) => `"${quoted(value)}" is not a terminal; accepted: K1.A1, CB.X1.3, CB.X1.3@plug`,
      ),
    { form: ADDRESS_FORM },
  );
}

/** In a general procedure a quantity is left open: the call says which it is. */
const ROLE = /^role\.[\w-]{1,60}$/;

const EXAMPLES: Readonly<Record<Dimension, string>> = {
  voltage: '24 V',
  resistance: '4k7',
  current: '0.4 A',
  capacitance: '10 µF',
  frequency: '50 Hz',
  temperature: '21 °C',
  pressure: '120 kPa',
  time: '90 s',
  ratio: '15 %',
  power: '300 W',
  'apparent-power': '50 VA',
  energy: '2 J',
  length: '6 m',
  'cross-section': '1.5 mm²',
} as Readonly<Record<Dimension, string>>;

/**
 * A quantity as a person writes it, of one of these dimensions, or the role of a general procedure that stands for one; a
 * trailing question mark says it is assumed.
 */
export function quantity(...dimensions: readonly [Dimension, ...Dimension[]]) {
  const schema = yup.string().test('quantity', (value, context) => {
    if (value === undefined || ROLE.test(value)) return true;
    const parsed = parseQuantity(value, ...dimensions);
    if (parsed.outcome === 'quantity') return true;
    return context.createError({
      message: `"${shortened(value)}": ${parsed.message} Accepted: ${parsed.accepted.join(', ')}`,
    });
  });
  const [first, ...others] = dimensions.map((each) => EXAMPLES[each]);
  return withMeta(schema, {
    form: {
      name: 'quantity',
      what: `A number with its unit as a person writes it: ${[first, ...others].map((each) => `"${each}"`).join(', ')}. A trailing ? says it is assumed; in a general procedure a role stands for one: "role.volts".`,
      pattern: '^(role\\.[\\w-]{1,60}|\\s*[-+−]?\\s*(\\d|[.,]\\d|[Rr]\\d).*)$',
      examples: [first ?? '24 V', ...others],
    },
  });
}

export function finite() {
  return yup
    .number()
    .test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value));
}

export function listOf<Value>(entry: yup.ISchema<Value, never> | yup.ISchema<Value>, most = MOST_ENTRIES) {
  return yup
    .array()
    .of(entry as yup.ISchema<Value, yup.AnyObject>)
    .max(most, `has more than ${most} entries`);
}

export function oneOf<const Value extends string>(values: readonly Value[]) {
  return yup
    .string()
    .oneOf([...values] as Value[], ({ value }) => `"${quoted(value)}" is not known; accepted: ${values.join(', ')}`);
}

/** The one version of a format that this product reads. */
export function versionOne(): yup.ISchema<1> {
  return yup.number().oneOf([1], 'is not a version this product reads; accepted: 1').required() as never;
}

/** A map from ids to values of one shape, which may be missing. */
export function record<Value>(
  entry: yup.ISchema<Value, never> | yup.ISchema<Value>,
): yup.ISchema<Readonly<Record<string, Plain<NonNullable<Value>>>> | undefined> {
  return mapOf(entry as yup.ISchema<unknown>, false) as never;
}

/** As `record`, and it has to be there. */
export function requiredRecord<Value>(
  entry: yup.ISchema<Value, never> | yup.ISchema<Value>,
): yup.ISchema<Readonly<Record<string, Plain<NonNullable<Value>>>>> {
  return mapOf(entry as yup.ISchema<unknown>, true) as never;
}

function mapOf(entry: yup.ISchema<unknown>, isRequired: boolean): yup.Lazy<unknown> {
  const map = yup.lazy((value: unknown) => {
    const base = yup.object().typeError('must be a map of names to values');
    if (value === undefined) return isRequired ? base.required() : base.default(undefined).optional();
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return base.nonNullable('must be a map of names to values');
    const keys = Object.keys(value);
    const wrong = keys.find((key) => !isAcceptableId(key));
    if (wrong !== undefined) return refused(`"${shortened(wrong)}" is not an id; accepted: letters, digits, - _ . : +`);
    return yup.object(Object.fromEntries(keys.map((key) => [key, entry as yup.ISchema<unknown, yup.AnyObject>])));
  });
  return withMeta(map as yup.Lazy<unknown>, { record: { entry, isRequired } });
}

/** A schema that refuses everything, with this message. */
export function refused(message: string) {
  return yup.mixed().test('refused', message, () => false);
}

/** What passes a check. */
type Passing<Check> = Check extends { readonly __outputType: infer Value } ? Value : never;

/** One of several shapes, told apart by the value of `tag`. */
export function taggedUnion<
  const Shapes extends Readonly<Record<string, yup.ISchema<unknown, never> | yup.ISchema<unknown>>>,
>(tag: string, shapes: Shapes, what: string): yup.ISchema<Passing<Shapes[keyof Shapes]>> {
  const known = shapes as unknown as Readonly<Record<string, yup.ISchema<unknown>>>;
  const union = yup.lazy((value: unknown) => {
    const kind =
      typeof value === 'object' && value !== null && Object.hasOwn(value, tag)
        ? (value as Record<string, unknown>)[tag]
        : undefined;
    const shape = typeof kind === 'string' && Object.hasOwn(known, kind) ? known[kind] : undefined;
    return (shape ?? refused(`is no ${what}: "${tag}" must be one of ${Object.keys(known).join(', ')}`)) as yup.Schema;
  });
  return withMeta(union as yup.Lazy<unknown>, { union: { tag, shapes: known }, isRequired: true }) as never;
}

/** The same, or nothing at all. */
export function orMissing<Value>(schema: yup.ISchema<Value>): yup.ISchema<Value | undefined> {
  const inner = schema as unknown as yup.Lazy<unknown>;
  const either = yup.lazy((value: unknown) =>
    value === undefined ? yup.mixed().optional() : (inner.resolve({ value }) as yup.Schema),
  );
  return withMeta(either as yup.Lazy<unknown>, {
    later: () => schema as yup.ISchema<unknown>,
    isRequired: false,
  }) as never;
}

/** A schema that is made later: a shape may hold others of its own kind. */
export function later<Value>(schema: () => yup.ISchema<Value>, missing: string): yup.ISchema<Value> {
  const recursive = yup.lazy((value: unknown) =>
    value === undefined
      ? yup.mixed().required(missing)
      : ((schema() as unknown as yup.Lazy<unknown>).resolve({ value }) as yup.Schema),
  );
  return withMeta(recursive as yup.Lazy<unknown>, {
    later: schema as () => yup.ISchema<unknown>,
    isRequired: true,
  }) as never;
}

/** A text of the first kind, or an object of the second. */
export function textOr<Text, Object>(
  plain: yup.ISchema<Text, never> | yup.ISchema<Text>,
  object: yup.ISchema<Object>,
): yup.ISchema<NonNullable<Text> | Object> {
  const either = yup.lazy((value: unknown) =>
    typeof value === 'object' && value !== null ? (object as yup.Schema) : (plain as unknown as yup.Schema),
  );
  return withMeta(either as yup.Lazy<unknown>, {
    either: [plain as yup.ISchema<unknown>, object as yup.ISchema<unknown>],
    isRequired: true,
  }) as never;
}
