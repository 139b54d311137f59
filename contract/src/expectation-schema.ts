import {
  LATER_EXPECTATION_KINDS,
  parseQuantity,
  PLATINUM_CLASSES,
  type EXPECTATION_KINDS,
  type Dimension,
  type ExpectationDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import {
  closedObject,
  id,
  listOf,
  name,
  oneOf,
  optionalObject,
  quantity,
  record,
  shortened,
  taggedUnion,
  text,
} from './schema-parts';
import { contract } from './validate';

/** Any dimension a reading may have: the function of the step decides, and lint checks it. */
const READABLE = [
  'voltage',
  'resistance',
  'current',
  'capacitance',
  'frequency',
  'temperature',
  'pressure',
  'time',
] as const satisfies readonly Dimension[];

const readable = () => quantity(...READABLE);
const tolerance = () => quantity(...READABLE, 'ratio');
const common = {
  source: name(),
  of: readable(),
  absentBelow: quantity('ratio'),
  partialBelow: quantity('ratio'),
  caveat: text(300),
};

/** A quantity, or two ends of one: "5..35 °C". */
const guess = () =>
  yup
    .string()
    .max(60)
    .test(
      'guess',
      ({ value }) => `"${shortened(String(value))}" is no guess; accepted: 21 °C, 5..35 °C`,
      (value) => {
        if (value === undefined) return true;
        const [low = '', high] = value.split(/\.{2,3}|…/);
        const unit = /[^\d.,+\s-].*$/.exec(value)?.[0] ?? '';
        const ends = high === undefined ? [value] : [/[^\d.,+\s-]/.test(low) ? low : `${low}${unit}`, high];
        return ends.every((end) => parseQuantity(end, ...READABLE).outcome === 'quantity');
      },
    );

const reference = closedObject({ reading: id(), value: readable(), guess: guess() });
const referenceOrLeads = yup.lazy((value: unknown) =>
  value === 'leads' ? oneOf(['leads']).required() : reference.required(),
);

/** An expectation within another one; the depth is bounded where it is resolved. */
const innerExpectation = yup.lazy((value: unknown) =>
  value === undefined
    ? yup.mixed().required('says what it should be')
    : taggedUnion('kind', shapes, 'expectation').resolve({ value }),
) as unknown as yup.ISchema<unknown>;
const optionalInner = yup.lazy((value: unknown) =>
  value === undefined ? yup.mixed().optional() : taggedUnion('kind', shapes, 'expectation').resolve({ value }),
) as unknown as yup.ISchema<unknown>;
const number = () =>
  yup.number().test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value));

const shapes: Record<(typeof EXPECTATION_KINDS)[number], yup.ISchema<unknown>> = {
  nominal: closedObject({
    kind: oneOf(['nominal']).required(),
    value: readable().required(),
    tolerance: tolerance(),
    plus: tolerance(),
    minus: tolerance(),
    ...common,
  }),
  range: closedObject({
    kind: oneOf(['range']).required(),
    low: readable().required(),
    high: readable().required(),
    ...common,
  }),
  limit: closedObject({
    kind: oneOf(['limit']).required(),
    atMost: readable(),
    atLeast: readable(),
    relativeTo: oneOf(['leads']),
    ...common,
  }),
  state: closedObject({
    kind: oneOf(['state']).required(),
    is: oneOf(['present', 'absent', 'closed', 'open']).required(),
    presentFrom: quantity('ratio'),
    closedBelow: quantity('voltage', 'resistance'),
    openFrom: quantity('ratio', 'resistance'),
    ...common,
  }),
  elapsed: closedObject({
    kind: oneOf(['elapsed']).required(),
    event: name(),
    atLeast: quantity('time'),
    atMost: quantity('time'),
    bySetting: id(),
    oneOf: listOf(quantity('time').required()),
    tolerance: quantity('ratio'),
    ...common,
  }),
  zero: closedObject({ kind: oneOf(['zero']).required(), atMost: readable(), ...common }),
  rtd: closedObject({
    kind: oneOf(['rtd']).required(),
    at0C: quantity('resistance').required(),
    class: oneOf(PLATINUM_CLASSES),
    tolerance: quantity('temperature', 'resistance', 'ratio'),
    temperature: reference.required(),
    ...common,
  }),
  ntc: closedObject({
    kind: oneOf(['ntc']).required(),
    at25C: quantity('resistance'),
    beta: number().min(1).max(100_000),
    steinhartHart: optionalObject({ a: number().required(), b: number().required(), c: number().required() }),
    tolerance: quantity('temperature', 'resistance', 'ratio'),
    temperature: reference.required(),
    ...common,
  }),
  table: closedObject({
    kind: oneOf(['table']).required(),
    rows: listOf(
      listOf(quantity(...READABLE, 'ratio').required(), 2)
        .min(2)
        .required(),
      500,
    )
      .min(2, 'has at least two rows')
      .required(),
    tolerance: tolerance(),
    by: reference.required(),
    ...common,
  }),
  winding: closedObject({
    kind: oneOf(['winding']).required(),
    value: quantity('resistance').required(),
    at: quantity('temperature'),
    material: oneOf(['copper', 'aluminium']),
    tolerance: quantity('resistance', 'ratio'),
    temperature: reference.required(),
    ...common,
  }),
  balanced: closedObject({
    kind: oneOf(['balanced']).required(),
    within: quantity('ratio'),
    absolute: optionalInner,
    ...common,
  }),
  relative: closedObject({
    kind: oneOf(['relative']).required(),
    to: referenceOrLeads,
    is: oneOf(['same', 'below', 'above']),
    by: tolerance(),
    tolerance: tolerance(),
    ...common,
  }),
  sum: closedObject({
    kind: oneOf(['sum']).required(),
    readings: listOf(id().required(), 20).min(2, 'has at least two readings').required(),
    tolerance: tolerance(),
    ...common,
  }),
  difference: closedObject({
    kind: oneOf(['difference']).required(),
    readings: listOf(id().required(), 2).min(2, 'has two readings').required(),
    tolerance: tolerance(),
    ...common,
  }),
  swing: closedObject({
    kind: oneOf(['swing']).required(),
    low: readable().required(),
    high: readable().required(),
    atLeast: readable(),
    atMost: readable(),
    over: quantity('time'),
    ...common,
  }),
  sustained: closedObject({
    kind: oneOf(['sustained']).required(),
    is: innerExpectation,
    for: quantity('time').required(),
    ...common,
  }),
  follows: closedObject({
    kind: oneOf(['follows']).required(),
    stimulus: name().required(),
    before: innerExpectation,
    during: innerExpectation,
    times: yup.number().integer().min(1).max(20),
    ...common,
  }),
  rating: closedObject({
    kind: oneOf(['rating']).required(),
    power: quantity('power'),
    apparent: quantity('apparent-power'),
    capacitance: quantity('capacitance'),
    at: quantity('voltage'),
    tolerance: tolerance(),
    ...common,
  }),
  perPosition: closedObject({
    kind: oneOf(['perPosition']).required(),
    selector: id().required(),
    positions: record(readable().required(), true),
    tolerance: tolerance(),
    ...common,
  }),
  documents: closedObject({
    kind: oneOf(['documents']).required(),
    question: id().required(),
    sources: listOf(
      closedObject({ document: name().required(), page: name(), variant: name(), expect: innerExpectation }),
      20,
    )
      .min(2, 'names at least two documents')
      .required(),
    ...common,
  }),
  unknown: closedObject({ kind: oneOf(['unknown']).required(), finite: yup.boolean(), ...common }),
};

/** Kinds that are kept in a procedure and refused by lint until they can be judged. */
const laterShapes = Object.fromEntries(
  LATER_EXPECTATION_KINDS.map((kind) => [kind, yup.object({ kind: oneOf([kind]).required() })]),
);

/** How an expected value is obtained. */
export const expectationSchema = yup.lazy((value: unknown) =>
  value === undefined
    ? yup.mixed().optional()
    : taggedUnion('kind', { ...shapes, ...laterShapes }, 'expectation').resolve({ value }),
);

/** An expectation on its own, of a kind that can be judged. */
export const expectationContract = contract<ExpectationDocument>(taggedUnion('kind', shapes, 'expectation'));
