import { DEVICE_KINDS, SUSPECT_CLASSES, type CoilDocument, type DeviceDocument } from '@juxtameter/core';
import * as yup from 'yup';
import { id, listOf, name, oneOf, optional, quantity, says, shape } from '../describe';
import { expression } from './expression';

const coil = shape<CoilDocument>(
  'Coil',
  'The coil of a relay or contactor.',
)({
  nominal: says('Its rated voltage.', quantity('voltage').required()),
  resistance: says('Its resistance, cold.', quantity('resistance').required()),
  holding: says('What it takes while held.', quantity('apparent-power', 'power')),
  inrush: says('What it takes while pulling in.', quantity('apparent-power', 'power')),
  mustPickUp: says('From where it has to pull in.', quantity('ratio', 'voltage')),
  pickUp: says('From where it really does.', quantity('ratio', 'voltage')),
  dropOut: says('Below what it lets go.', quantity('ratio', 'voltage')),
});

const winding = shape<NonNullable<DeviceDocument['windings']>[number]>(
  'Winding',
  'A winding of a motor or transformer.',
)({
  between: says('Its two ends.', listOf(id().required()).length(2, 'a winding has two ends').required()),
  resistance: says('Its resistance, cold.', quantity('resistance').required()),
});

export const deviceSchema = shape<DeviceDocument>(
  'Device',
  'A sensor, load, switch, fuse, transformer or another part beside the boards.',
)({
  id: says('First part of its addresses: `device.terminal`.', id().required()),
  name: says('What people call it.', name()),
  kind: says(
    'What it is; the kind publishes its terminals (see the table of device kinds).',
    oneOf(Object.keys(DEVICE_KINDS)).required(),
  ),
  terminals: says(
    'Terminals beyond those of its kind, or all of them where the kind has none.',
    listOf(id().required()),
  ),
  item: says('The part one buys, where it is not this one alone.', name()),
  class: says('What it counts as when it is accused.', oneOf(SUSPECT_CLASSES)),
  partOf: says('The device it is a part of.', name()),
  where: says('Where one finds it: "tank"; in the panel beside the board where nothing is said.', name()),
  optional: says('Whether some units do not have it.', yup.boolean()),
  protection: says(
    'What is lost when it is bypassed: "dry-run". `flame`, `gas-pressure` and `over-temperature` are never bypassed.',
    id(),
  ),
  closedWhen: says('Expression that says when a switch is closed.', expression()),
  operatesWhen: says('Expression that says when a load runs.', expression()),
  contacts: says(
    'Pairs of terminals that a contact joins.',
    listOf(listOf(id().required()).length(2, 'a contact has two ends').required()),
  ),
  coil: says('Its coil.', optional(coil)),
  positions: says('Positions of a selector.', listOf(name().required())),
  windings: says('Its windings.', listOf(winding)),
  primary: says('Primary voltage of a transformer.', quantity('voltage')),
  secondary: says('Secondary voltage of a transformer, loaded.', quantity('voltage')),
  rating: says('What it is built for.', quantity('current', 'apparent-power', 'power', 'voltage')),
  regulation: says('How much higher the secondary stands unloaded.', quantity('ratio')),
  primaryResistance: says('Ohms of the primary.', quantity('resistance')),
  secondaryResistance: says('Ohms of the secondary.', quantity('resistance')),
  nominal: says('Its rated voltage.', quantity('voltage')),
  resistance: says('Its resistance, cold.', quantity('resistance')),
  power: says('What it takes.', quantity('power', 'apparent-power')),
  current: says('Its current.', quantity('current')),
  holding: says('What a coil takes while held.', quantity('apparent-power', 'power')),
  inrush: says('What it takes at the start.', quantity('apparent-power', 'power')),
  capacitance: says('Its capacitance.', quantity('capacitance')),
  delay: says('Its delay.', quantity('time')),
  leakage: says('What passes while it is off.', quantity('current')),
  drop: says('What stands across it while it conducts.', quantity('voltage')),
  at0C: says('Resistance of a sensor at 0 °C.', quantity('resistance')),
});
