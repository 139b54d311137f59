import {
  BOARD_FUNCTION_KINDS,
  DEVICE_KINDS,
  PIN_ROLES,
  SUPPLY_SYSTEMS,
  SUSPECT_CLASSES,
  type UnitModelDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import { address, closedObject, id, listOf, name, oneOf, optionalObject, quantity, record, text } from './schema-parts';
import { contract } from './validate';

const expression = () => text(400);

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
      pins: listOf(closedObject({ id: id().required(), role: oneOf(PIN_ROLES), signal: name() })).required(),
    }),
  ).required(),
  functions: listOf(boardFunction),
  indicators: listOf(closedObject({ id: id().required(), colour: name(), shows: expression().required() })),
  settings: listOf(
    closedObject({
      id: id().required(),
      name: name(),
      kind: name().required(),
      positions: yup.number().integer().min(1).max(1000),
      readAt: name(),
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
  on: listOf(id().required()),
  until: expression(),
  within: quantity('time'),
  else: id(),
  for: quantity('time'),
  bySetting: id(),
  code: name(),
  holdOff: quantity('time'),
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
  facts: record(yup.boolean().required()),
  effects: listOf(closedObject({ id: id().required(), when: expression().required() })),
  hazards: listOf(closedObject({ kind: id().required(), where: name().required(), note: text() })),
  codes: listOf(
    closedObject({
      code: name().required(),
      lamp: name(),
      meaning: text().required(),
      where: listOf(id().required()),
      effectOf: listOf(id().required()),
      doesNotProve: listOf(id().required()),
    }),
  ),
  sequences: listOf(
    closedObject({ id: id().required(), start: expression().required(), stages: listOf(stage).required() }),
  ),
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
