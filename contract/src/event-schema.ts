import {
  FINDING_GRADES,
  GRADES,
  INTAKE_TOPICS,
  JUDGEMENT_NOTES,
  MEASUREMENT_FUNCTIONS,
  MONITOR_MARKS,
  NOTED_GROUPS,
  PRIOR_WORK_RESULTS,
  SIGN_SENSES,
  STAGE_MARKS,
  SUPPLY_STATES,
  SUSPECT_CLASSES,
  UNITS,
  VERDICTS,
  type EventType,
  type VisitEvent,
} from '@juxtameter/core';
import * as yup from 'yup';
import { closedObject, id, listOf, name, oneOf, optionalObject, taggedUnion, text } from './schema-parts';
import { codeSignSchema } from './unit-model-schema';
import { contract } from './validate';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** A version 7 UUID: its time part keeps ids sortable. */
export const uuid7 = () => yup.string().matches(UUID, 'is not a version 7 UUID in lower case');

const stepTarget = () => yup.string().matches(/^(@end|[A-Za-z0-9][\w.:@+-]{0,119})$/, 'is no step');
const finite = () =>
  yup.number().test('finite', 'must be a finite number', (value) => value === undefined || Number.isFinite(value));
const unit = () => oneOf(UNITS.map((each) => each.symbol)).required();
const point = () => text(120);

const envelope = {
  id: uuid7().required(),
  visit: uuid7().required(),
  device: uuid7().required(),
  deviceSeq: yup.number().integer().min(1).required(),
  seenSeq: yup.number().integer().min(0).required(),
  at: yup
    .string()
    .required()
    .test(
      'time',
      'is not a time; accepted: 2026-11-25T09:07:00.000Z',
      (value) => /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/.test(value) && !Number.isNaN(Date.parse(value)),
    ),
  monotonic: finite().min(0).required(),
  by: yup.string().max(200).defined(),
  chart: id(),
  seq: yup.number().integer().min(1),
};

const quantity = closedObject({
  value: finite().required(),
  unit: unit(),
  exponent: yup.number().integer().min(-30).max(30).required(),
});

const singleReadings = {
  value: closedObject({ kind: oneOf(['value']).required(), quantity: quantity.required() }),
  'over-range': closedObject({ kind: oneOf(['over-range']).required() }),
  above: closedObject({ kind: oneOf(['above']).required(), quantity: quantity.required() }),
  below: closedObject({ kind: oneOf(['below']).required(), quantity: quantity.required() }),
  span: closedObject({
    kind: oneOf(['span']).required(),
    low: quantity.required(),
    high: quantity.required(),
    lasted: quantity.required(),
    dropOuts: yup.number().integer().min(0).max(10_000).required(),
  }),
  swing: closedObject({ kind: oneOf(['swing']).required(), low: quantity.required(), high: quantity.required() }),
  unsteady: closedObject({ kind: oneOf(['unsteady']).required(), quantity: quantity.required() }),
  never: closedObject({ kind: oneOf(['never']).required() }),
};
const list = closedObject({
  kind: oneOf(['list']).required(),
  members: listOf(taggedUnion('kind', singleReadings, 'reading')).required(),
});
const reading = taggedUnion('kind', { ...singleReadings, list }, 'reading');
const optionalReading = yup.lazy((value: unknown) =>
  value === undefined ? yup.mixed().optional() : reading.resolve({ value }),
);

const optionalSign = yup.lazy((value: unknown) =>
  value === undefined ? yup.mixed().optional() : codeSignSchema.resolve({ value }),
);

const judgement = closedObject({
  verdict: oneOf(VERDICTS).required(),
  sentence: text(4000).required(),
  value: finite(),
  interval: optionalObject({ low: finite(), high: finite() }),
  probability: finite().min(0).max(1),
  waysToDecide: listOf(text(600).required()),
  notes: listOf(oneOf(JUDGEMENT_NOTES).required(), 20),
  rulesVersion: yup.number().integer().min(1).required(),
});

const joint = optionalObject({
  verdict: oneOf(VERDICTS).required(),
  pattern: id(),
  sentence: text(4000).required(),
  waysToDecide: listOf(text(600).required()),
  notes: listOf(oneOf(JUDGEMENT_NOTES).required(), 20),
});

const expectation = optionalObject({
  low: finite(),
  high: finite(),
  unit: unit(),
  of: finite(),
  words: text(2000).required(),
  rule: text(2000).required(),
  source: name(),
  caveat: text(300),
  bands: listOf(closedObject({ name: text(300).required(), low: finite(), high: finite() }), 20),
});

const bodies: Record<EventType, yup.ObjectShape> = {
  'visit-opened': { unit: id().required(), complaint: yup.string().max(4000).defined(), meter: id(), reporter: name() },
  'procedure-started': {
    procedure: id().required(),
    start: id().required(),
    because: listOf(text(1000).required(), 50),
    skipped: listOf(id().required(), 500),
  },
  'action-done': { step: id().required(), next: stepTarget().required() },
  'observation-made': {
    step: id().required(),
    answer: id().required(),
    next: stepTarget().required(),
    grade: oneOf(GRADES),
  },
  'reading-taken': {
    step: id(),
    method: id(),
    function: oneOf(MEASUREMENT_FUNCTIONS).required(),
    from: point().required(),
    to: point().required(),
    text: text(200).required(),
    reading: optionalReading,
    judgement: judgement.required(),
    expectation,
    expects: text(200),
    adopts: uuid7(),
    part: id(),
    joint,
    isLowImpedance: yup.boolean(),
    next: stepTarget(),
    grade: oneOf(GRADES).required(),
    meter: id(),
    proof: optionalObject({
      supply: id().required(),
      name: name().required(),
      current: oneOf(['ac', 'dc']).required(),
    }),
  },
  'meter-proven': {
    step: id(),
    when: oneOf(['before', 'after']).required(),
    text: text(200).required(),
    reading: optionalReading,
    shows: oneOf(['live', 'nothing']).required(),
    next: stepTarget(),
  },
  'undecided-accepted': {
    step: id().required(),
    reading: uuid7().required(),
    verdict: oneOf(VERDICTS).required(),
    next: stepTarget().required(),
  },
  'step-skipped': {
    step: id().required(),
    how: oneOf(['skipped', 'not-applicable', 'cannot-do']).required(),
    reason: yup.string().max(600).defined(),
    next: stepTarget().required(),
  },
  'step-jumped': { to: stepTarget().required(), reason: text(600) },
  'supply-changed': {
    supply: id().required(),
    state: oneOf(SUPPLY_STATES.filter((state) => state !== 'proven-dead')).required(),
  },
  'call-changed': { call: id().required(), state: oneOf(['on', 'off']).required() },
  'connector-changed': { connector: id().required(), state: oneOf(['in', 'out']).required() },
  'bypass-placed': {
    bypass: id().required(),
    from: point().required(),
    to: point().required(),
    why: text(600).required(),
    removes: id(),
    makes: id(),
  },
  'bypass-removed': { bypass: id().required() },
  'leads-zeroed': { text: text(200).required(), ohms: finite().min(0).max(100).required() },
  'note-added': { text: text().required(), step: id() },
  'intake-recorded': {
    topic: oneOf(INTAKE_TOPICS).required(),
    text: text().required(),
    grade: oneOf(GRADES).required(),
    priorWork: optionalObject({
      who: name(),
      when: name(),
      parts: listOf(name().required(), 50),
      complaintBefore: text(600),
      result: oneOf(PRIOR_WORK_RESULTS),
    }),
    temperatures: optionalObject({ outside: finite(), inside: finite(), set: finite() }),
  },
  'complaint-ticked': {
    complaint: uuid7().required(),
    result: oneOf(['gone', 'remains', 'not-tested']).required(),
    text: text(600),
  },
  'board-identified': { board: id().required(), number: name().required(), grade: oneOf(GRADES).required() },
  'setting-read': { setting: id().required(), value: name().required(), grade: oneOf(GRADES).required() },
  'option-noted': { option: id().required(), present: yup.boolean().required() },
  'code-read': {
    code: name().required(),
    lamp: id(),
    sign: optionalSign,
    meaning: text(600),
    stored: yup.boolean().required(),
    order: yup.number().integer().min(1).max(1000),
    count: yup.number().integer().min(0).max(1_000_000),
    how: oneOf(['taps', 'read', 'told']).required(),
    confidence: finite().min(0).max(1),
    grade: oneOf(GRADES).required(),
  },
  'code-dismissed': { code: uuid7().required(), reason: text(600).required() },
  'codes-cleared': { how: text(600).required() },
  'sign-noted': {
    sense: oneOf(SIGN_SENSES).required(),
    what: text(600).required(),
    where: yup.string().max(600).defined(),
    isThere: yup.boolean().required(),
    value: text(200),
    during: text(600),
    grade: oneOf(GRADES).required(),
  },
  'watch-started': { sequence: id().required(), label: name().required() },
  'stage-marked': { watch: uuid7().required(), stage: id().required(), mark: oneOf(STAGE_MARKS).required() },
  'call-ended': { watch: uuid7().required() },
  'watch-ended': { watch: uuid7().required(), how: oneOf(['completed', 'stopped', 'abandoned']).required() },
  'recipe-played': { recipe: id().required(), result: oneOf(['entered', 'aborted']).required() },
  'part-fitted': {
    part: name().required(),
    number: name(),
    serial: name(),
    state: oneOf(['new', 'used', 'unknown']),
    why: text(600),
  },
  'follow-up-noted': {
    text: text(600).required(),
    due: yup.string().matches(/^\d{4}-\d\d-\d\d$/, 'is no day; accepted: 2026-12-01'),
  },
  'follow-up-done': { followUp: uuid7().required() },
  'meter-changed': { meter: id().required() },
  'condition-noted': { group: oneOf(NOTED_GROUPS).required(), item: id().required(), state: name().required() },
  'source-chosen': { question: id().required(), choice: text(300).required(), reason: text(600).required() },
  'repair-done': { items: listOf(name().required(), 50).required(), text: text(600).required() },
  'hazard-noted': { kind: id().required(), where: text(300).required(), note: text(600) },
  'wire-colour-noted': { wire: id().required(), colour: text(60).required() },
  'part-waived': {
    step: id().required(),
    part: id().required(),
    reason: text(600).required(),
    joint,
    next: stepTarget(),
  },
  'matrix-looked': {
    step: id().required(),
    call: id().required(),
    place: id().required(),
    works: yup.boolean().required(),
  },
  'matrix-judged': {
    step: id().required(),
    pattern: id().required(),
    sentence: text(4000).required(),
    next: stepTarget().required(),
  },
  'supply-judged': {
    supply: id().required(),
    pattern: id().required(),
    sentence: text(4000).required(),
    rests: listOf(uuid7().required(), 60).required(),
  },
  'monitor-started': {
    function: oneOf(MEASUREMENT_FUNCTIONS).required(),
    from: point().required(),
    to: point().required(),
    expects: yup.string().max(200).defined(),
    step: id(),
  },
  'monitor-sampled': { monitor: uuid7().required(), text: text(200).required(), reading: reading },
  'monitor-marked': { monitor: uuid7().required(), mark: oneOf(MONITOR_MARKS).required(), item: name() },
  'monitor-ended': { monitor: uuid7().required() },
  retracted: { event: uuid7().required() },
  'finding-reached': {
    step: id(),
    class: oneOf(SUSPECT_CLASSES).required(),
    item: name(),
    mode: name(),
    text: text(600).required(),
    grade: oneOf(FINDING_GRADES).required(),
    rests: listOf(uuid7().required(), 200),
    next: stepTarget(),
  },
  'visit-resumed': { awaySeconds: finite().required() },
  'handed-over': { to: name().required() },
  'visit-closed': {},
};

const shapes = Object.fromEntries(
  Object.entries(bodies).map(([type, body]) => [
    type,
    closedObject({ ...envelope, type: oneOf([type]).required(), ...body }),
  ]),
);

export const eventSchema = taggedUnion('type', shapes, 'visit event');

/** A batch is stored whole or not at all. */
export const eventBatchContract = contract<{ readonly events: readonly VisitEvent[] }>(
  closedObject({
    events: listOf(eventSchema).min(1, 'holds no event').max(500, 'holds more than 500 events').required(),
  }),
);
