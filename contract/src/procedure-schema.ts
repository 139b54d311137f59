import { MEASUREMENT_FUNCTIONS, ROLE_KINDS, SUSPECT_CLASSES, type ProcedureDocument } from '@juxtameter/core';
import * as yup from 'yup';
import { conditionsSchema } from './conditions-schema';
import { expectationSchema } from './expectation-schema';
import {
  address,
  closedObject,
  id,
  listOf,
  name,
  oneOf,
  optionalObject,
  quantity,
  record,
  taggedUnion,
  text,
} from './schema-parts';
import { contract } from './validate';

/** `@end`, a result of a general procedure as `@name`, or the id of a step. */
const stepTarget = () =>
  yup
    .string()
    .matches(/^(@[a-z][\w-]{0,59}|[A-Za-z0-9][\w.:@+-]{0,119})$/, 'is no step; accepted: the id of a step, or @end');

const target = yup.lazy((value: unknown) =>
  typeof value === 'object' && value !== null
    ? closedObject({ go: stepTarget().required(), shows: text(400), text: name(), caveat: text(300) })
    : stepTarget().typeError('is no step; accepted: the id of a step, or { "go": "step" }').required(),
);

const elementLists = record(listOf(id().required()).required());

const common = {
  text: text(600).required(),
  detail: text(),
  cautions: listOf(id().required()),
  why: text(),
  skippable: yup.boolean(),
  with: conditionsSchema,
  atMost: yup.number().integer().min(1).max(100),
  exceeded: stepTarget(),
  onlyWith: id(),
  notApplicable: stepTarget(),
  cannotDo: stepTarget(),
};

const method = {
  function: oneOf(MEASUREMENT_FUNCTIONS),
  from: address(),
  to: address(),
  requires: conditionsSchema,
  expect: expectationSchema,
  how: text(300),
  proves: text(600),
  provesLess: text(600),
};

const setParts = listOf(closedObject({ id: id().required(), name: name(), ...method }), 24);

const measure = closedObject({
  ...method,
  methods: record(closedObject(method)),
  gives: id(),
  proofOfDead: listOf(id().required()),
  at: address(),
  place: oneOf(['dry', 'wet']),
  set: setParts,
  patterns: record(record(name().required())),
});

const recipe = listOf(closedObject({ do: text(600).required(), for: quantity('time'), sets: conditionsSchema }));

const steps: Record<string, yup.ISchema<unknown>> = {
  action: closedObject({
    kind: oneOf(['action']).required(),
    ...common,
    sets: conditionsSchema,
    mayStart: listOf(name().required()),
    bypass: optionalObject({
      id: id().required(),
      from: address().required(),
      to: address().required(),
      why: text(600).required(),
      removes: id(),
      makes: id(),
    }),
    fits: id(),
    recipe,
    temporary: optionalObject({ state: name().required(), due: name(), risk: text(600), told: name() }),
    next: stepTarget().required(),
  }),
  observation: closedObject({
    kind: oneOf(['observation']).required(),
    ...common,
    answers: record(target, true),
    clears: elementLists,
    implicates: elementLists,
  }),
  measurement: closedObject({
    kind: oneOf(['measurement']).required(),
    ...common,
    measure: measure.required(),
    branches: record(target, true),
    sets: record(conditionsSchema),
    clears: elementLists,
    implicates: elementLists,
  }),
  decide: closedObject({
    kind: oneOf(['decide']).required(),
    text: text(600),
    on: id().required(),
    cases: record(target, true),
  }),
  matrix: closedObject({
    kind: oneOf(['matrix']).required(),
    ...common,
    calls: listOf(
      closedObject({
        id: id().required(),
        works: name().required(),
        mayStart: listOf(name().required()).required(),
      }),
      12,
    )
      .required()
      .min(1, 'names at least one call'),
    places: listOf(
      closedObject({
        id: id().required(),
        name: name().required(),
        jumpers: record(listOf(address().required(), 2).required(), true),
        removes: id(),
        proves: listOf(id().required()),
      }),
      6,
    )
      .required()
      .min(1, 'names at least one place'),
    branches: record(target, true),
    clears: elementLists,
    implicates: elementLists,
  }),
  chain: closedObject({
    kind: oneOf(['chain']).required(),
    ...common,
    path: id().required(),
    points: listOf(address().required(), 60),
    requires: conditionsSchema,
    branches: record(target, true),
    clears: elementLists,
    implicates: elementLists,
  }),
  clearance: closedObject({
    kind: oneOf(['clearance']).required(),
    ...common,
    board: id().required(),
    members: setParts,
    branches: record(target, true),
    clears: elementLists,
    implicates: elementLists,
  }),
  procedureCall: closedObject({
    kind: oneOf(['procedureCall']).required(),
    text: text(600),
    procedure: id().required(),
    bind: record(text(120).required(), true),
    branches: record(target, true),
  }),
  conclusion: closedObject({
    kind: oneOf(['conclusion']).required(),
    ...common,
    class: oneOf(SUSPECT_CLASSES).required(),
    item: id(),
    mode: name(),
    rootCauses: listOf(name().required()),
    sets: conditionsSchema,
    verify: listOf(text(600).required()),
    proof: record(id().required()),
    gradeAtMost: name(),
    next: stepTarget(),
  }),
};

export const procedureSchema = closedObject({
  format: oneOf(['juxtameter/procedure']).required(),
  version: yup.number().oneOf([1], 'is not a version this product reads; accepted: 1').required(),
  id: id().required(),
  title: name().required(),
  unitModel: id().required(),
  notes: text(),
  roles: record(closedObject({ kind: oneOf(ROLE_KINDS).required(), what: name().required() })),
  results: record(name().required()),
  entries: listOf(
    closedObject({
      complaint: name(),
      code: name(),
      stage: id(),
      commanded: yup.boolean(),
      sign: name(),
      at: id(),
    }),
  ),
  scope: text(400),
  given: conditionsSchema,
  start: id().required(),
  steps: record(taggedUnion('kind', steps, 'step'), true),
});

export const procedureContract = contract<ProcedureDocument>(procedureSchema);
