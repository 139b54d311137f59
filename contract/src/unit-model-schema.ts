import {
  BOARD_FUNCTION_KINDS,
  CODE_KINDS,
  DEVICE_KINDS,
  HOLD_OFF_KINDS,
  INDICATOR_KINDS,
  LAMP_RATES,
  MOST_FLASHES,
  PIN_ROLES,
  RECIPE_MOVES,
  SETTING_KINDS,
  SUPPLY_SYSTEMS,
  SUSPECT_CLASSES,
  type UnitModelDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
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

const expression = () => text(400);
const stageTarget = () =>
  yup.string().matches(/^(@end|[A-Za-z0-9][\w.:@+-]{0,119})$/, 'is no stage; accepted: the id of a stage, or @end');

const supply = closedObject({
  id: id().required(),
  name: name(),
  system: oneOf(SUPPLY_SYSTEMS).required(),
  nominal: quantity('voltage').required(),
  frequency: quantity('frequency'),
  impedance: quantity('resistance'),
  bond: name(),
  category: name(),
  terminals: record(address().required()),
  isolatedBy: id(),
  from: id(),
});

const call = closedObject({
  id: id().required(),
  name: name(),
  joins: listOf(address().required()).required(),
  madeBy: name(),
});

const boardFunction = closedObject({
  id: id().required(),
  name: name(),
  kind: oneOf(BOARD_FUNCTION_KINDS).required(),
  input: listOf(address().required()),
  between: listOf(address().required()),
  rails: listOf(
    closedObject({
      id: id().required(),
      nominal: quantity('voltage').required(),
      type: oneOf(['ac', 'dc']).required(),
    }),
  ),
  draws: quantity('power', 'apparent-power', 'current'),
  contacts: listOf(closedObject({ common: address().required(), operated: address(), rest: address() })),
  when: expression(),
  loadSensing: yup.boolean(),
  leakage: quantity('current'),
  impedance: quantity('resistance'),
  threshold: quantity('voltage', 'current'),
  rating: quantity('current', 'voltage'),
  resistance: quantity('resistance'),
  bleeder: quantity('resistance'),
  storedFor: quantity('time'),
});

const sourcedValue = closedObject({
  document: name().required(),
  page: name(),
  variant: name(),
  value: name().required(),
});

const board = closedObject({
  id: id().required(),
  name: name().required(),
  number: name(),
  connectors: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      pluggable: yup.boolean(),
      place: optionalObject({
        row: yup.number().integer().min(1).max(40).required(),
        column: yup.number().integer().min(1).max(40).required(),
        pinOne: oneOf(['left', 'right']),
        wires: oneOf(['up', 'down']),
      }),
      pins: listOf(closedObject({ id: id().required(), role: oneOf(PIN_ROLES), signal: name() })).required(),
    }),
  ).required(),
  functions: listOf(boardFunction),
  indicators: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      kind: oneOf(INDICATOR_KINDS),
      colour: name(),
      shows: expression().required(),
    }),
  ),
  settings: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      kind: oneOf(SETTING_KINDS).required(),
      positions: yup.number().integer().min(1).max(1000),
      readAt: name(),
      choices: listOf(closedObject({ position: name().required(), value: name().required() })),
      sources: listOf(sourcedValue),
    }),
  ),
});

const coil = optionalObject({
  nominal: quantity('voltage').required(),
  resistance: quantity('resistance').required(),
  holding: quantity('apparent-power', 'power'),
  inrush: quantity('apparent-power', 'power'),
  mustPickUp: quantity('ratio', 'voltage'),
  pickUp: quantity('ratio', 'voltage'),
  dropOut: quantity('ratio', 'voltage'),
});

const device = closedObject({
  id: id().required(),
  name: name(),
  kind: oneOf(Object.keys(DEVICE_KINDS)).required(),
  terminals: listOf(id().required()),
  item: name(),
  class: oneOf(SUSPECT_CLASSES),
  partOf: name(),
  where: name(),
  optional: yup.boolean(),
  protection: id(),
  closedWhen: expression(),
  operatesWhen: expression(),
  contacts: listOf(listOf(id().required()).length(2, 'a contact has two ends').required()),
  coil,
  positions: listOf(name().required()),
  windings: listOf(
    closedObject({
      between: listOf(id().required()).length(2, 'a winding has two ends').required(),
      resistance: quantity('resistance').required(),
    }),
  ),
  primary: quantity('voltage'),
  secondary: quantity('voltage'),
  rating: quantity('current', 'apparent-power', 'power', 'voltage'),
  regulation: quantity('ratio'),
  primaryResistance: quantity('resistance'),
  secondaryResistance: quantity('resistance'),
  nominal: quantity('voltage'),
  resistance: quantity('resistance'),
  power: quantity('power', 'apparent-power'),
  current: quantity('current'),
  holding: quantity('apparent-power', 'power'),
  inrush: quantity('apparent-power', 'power'),
  capacitance: quantity('capacitance'),
  delay: quantity('time'),
  leakage: quantity('current'),
  drop: quantity('voltage'),
  at0C: quantity('resistance'),
});

const stage = closedObject({
  id: id().required(),
  name: name(),
  on: listOf(id().required()),
  look: text(600),
  commandedBy: text(600),
  until: expression(),
  earliest: quantity('time'),
  within: quantity('time'),
  else: stageTarget(),
  tries: yup.number().integer().min(1).max(100),
  then: stageTarget(),
  for: quantity('time'),
  bySetting: id(),
  next: stageTarget(),
  code: name(),
  holdOff: oneOf(HOLD_OFF_KINDS),
  needs: listOf(text(600).required()),
  suspects: optionalObject({ notCommanded: listOf(id().required()), notActual: listOf(id().required()) }),
});

/** How a code shows itself. */
export const codeSignSchema = taggedUnion(
  'kind',
  {
    blinks: closedObject({
      kind: oneOf(['blinks']).required(),
      counts: listOf(yup.number().integer().min(1).max(MOST_FLASHES).required(), 4).min(1, 'holds no count').required(),
    }),
    pattern: closedObject({
      kind: oneOf(['pattern']).required(),
      flashes: listOf(oneOf(['long', 'short']).required(), 12)
        .min(2, 'holds fewer than two flashes')
        .required(),
    }),
    rate: closedObject({ kind: oneOf(['rate']).required(), rate: oneOf(LAMP_RATES).required() }),
    lamps: closedObject({
      kind: oneOf(['lamps']).required(),
      lamps: record(oneOf(['on', 'off', 'flashing']).required(), true),
    }),
    text: closedObject({ kind: oneOf(['text']).required(), text: name().required() }),
  },
  'sign',
);

const recipe = closedObject({
  id: id().required(),
  name: name().required(),
  purpose: name(),
  cautions: listOf(id().required()),
  mayStart: listOf(name().required()),
  steps: listOf(closedObject({ do: oneOf(RECIPE_MOVES).required(), what: text(600).required(), for: quantity('time') }))
    .min(1, 'holds no step')
    .required(),
  abort: text(600),
  proof: text(600).required(),
});

export const unitModelSchema = closedObject({
  format: oneOf(['juxtameter/unit-model']).required(),
  version: yup.number().oneOf([1], 'is not a version this product reads; accepted: 1').required(),
  id: id().required(),
  name: name().required(),
  revision: name(),
  notes: text(),
  supplies: listOf(supply).required(),
  calls: listOf(call),
  boards: listOf(board).required(),
  devices: listOf(device).required(),
  wires: listOf(
    closedObject({
      id: id().required(),
      from: address().required(),
      to: address().required(),
      colour: name(),
      gauge: quantity('cross-section'),
      length: quantity('length'),
      cable: id(),
    }),
  ).required(),
  cables: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      cores: yup.number().integer().min(1).required(),
      spare: yup.number().integer().min(0),
    }),
  ),
  paths: listOf(
    closedObject({
      id: id().required(),
      name: name().required(),
      supply: id().required(),
      from: address().required(),
      to: address().required(),
      load: id().required(),
      calls: listOf(id().required(), 20),
      nominal: quantity('voltage'),
    }),
    200,
  ),
  facts: record(yup.boolean().required()),
  effects: listOf(closedObject({ id: id().required(), when: expression().required() })),
  hazards: listOf(closedObject({ kind: id().required(), where: name().required(), note: text() })),
  codes: listOf(
    closedObject({
      code: name().required(),
      lamp: id(),
      sign: yup.lazy((value: unknown) =>
        value === undefined ? yup.mixed().optional() : codeSignSchema.resolve({ value }),
      ),
      colour: name(),
      kind: oneOf(CODE_KINDS),
      meaning: text().required(),
      where: listOf(id().required()),
      procedures: listOf(id().required()),
      effectOf: listOf(id().required()),
      doesNotProve: listOf(id().required()),
      clearedBy: text(600),
    }),
  ),
  sequences: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      start: expression().required(),
      call: id(),
      cautions: listOf(id().required()),
      mayStart: listOf(name().required()),
      permissive: expression(),
      interrupted: id(),
      stages: listOf(stage).min(1, 'holds no stage').required(),
      stop: id(),
    }),
  ),
  recipes: listOf(recipe),
  holdOffs: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      kind: oneOf(HOLD_OFF_KINDS).required(),
      for: quantity('time').required(),
      since: oneOf(['power-up', 'call-end']).required(),
      of: id().required(),
    }),
  ),
  normalThoughOdd: listOf(text(600).required()),
  faults: listOf(
    closedObject({
      of: id().required(),
      mode: name().required(),
      weight: yup.number().min(0),
      item: name(),
      at: quantity('ratio'),
      intermittent: optionalObject({ rate: name().required(), stimulus: name() }),
    }),
  ),
});

export const unitModelContract = contract<UnitModelDocument>(unitModelSchema);
