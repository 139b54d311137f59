import {
  LATER_EXPECTATION_KINDS,
  type EXPECTATION_KINDS,
  type Dimension,
  type ExpectationDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import { closedObject, id, listOf, name, oneOf, quantity, taggedUnion } from './schema-parts';
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
const common = { source: name(), of: readable(), absentBelow: quantity('ratio'), partialBelow: quantity('ratio') };

const shapes = {
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
  unknown: closedObject({ kind: oneOf(['unknown']).required(), finite: yup.boolean(), ...common }),
} satisfies Record<(typeof EXPECTATION_KINDS)[number], yup.ISchema<unknown>>;

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
