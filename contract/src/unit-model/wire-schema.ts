import {
  type CableDocument,
  type CoverDocument,
  type EffectDocument,
  type FaultDocument,
  type HazardDocument,
  type PathDocument,
  type WireDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import { address, id, listOf, name, optional, quantity, says, shape, text } from '../describe';
import { expression } from './expression';

export const wireSchema = shape<WireDocument>(
  'Wire',
  'A wire from one terminal to another.',
)({
  id: says('Names it.', id().required()),
  from: says('One end.', address().required()),
  to: says('The other end.', address().required()),
  colour: says('Its colour on the drawing.', name()),
  gauge: says('Its cross-section.', quantity('cross-section')),
  length: says('Its length.', quantity('length')),
  cable: says('The cable it runs in.', id()),
});

export const cableSchema = shape<CableDocument>(
  'Cable',
  'Cores that run together.',
)({
  id: says('Names it in wires.', id().required()),
  name: says('What people call it.', name()),
  cores: says('How many cores it has.', yup.number().integer().min(1).required()),
  spare: says('How many of them are not used.', yup.number().integer().min(0)),
});

export const pathSchema = shape<PathDocument>(
  'Path',
  'The way of the current from a source through one load and back. Only its ends are written: the elements between are found along the wires.',
)({
  id: says('Names it in chain steps.', id().required()),
  name: says('What people call it.', name().required()),
  supply: says('The supply it runs on.', id().required()),
  from: says('Terminal of the source.', address().required()),
  to: says('The terminal the current comes back to.', address().required()),
  load: says('The device that takes the voltage when everything else conducts.', id().required()),
  through: says(
    'Elements it goes through, in the order of the current, where the wiring list leaves more than one way.',
    listOf(id().required(), 40),
  ),
  calls: says('Calls that have to be made for the current to flow.', listOf(id().required(), 20)),
  nominal: says('The voltage it works at, where it is not that of the supply.', quantity('voltage')),
});

export const effectSchema = shape<EffectDocument>(
  'Effect',
  'Something of the process that devices make happen.',
)({
  id: says('The fact it makes.', id().required()),
  when: says('Expression that says when.', expression().required()),
});

export const coverSchema = shape<CoverDocument>(
  'Cover',
  'A lid or guard that comes off.',
)({
  id: says('Names it in conditions.', id().required()),
  name: says('What people call it.', name()),
});

export const hazardSchema = shape<HazardDocument>(
  'Hazard',
  'Something that can hurt.',
)({
  kind: says('Which caution it is.', id().required()),
  where: says('Where.', name().required()),
  note: says('What else to know of it.', text()),
});

const intermittent = shape<NonNullable<FaultDocument['intermittent']>>(
  'Intermittent',
  'How a fault comes and goes.',
)({
  rate: says('How often.', name().required()),
  stimulus: says('What brings it on.', name()),
});

export const faultSchema = shape<FaultDocument>(
  'Fault',
  'How an element fails, and how often beside the others.',
)({
  of: says('The element.', id().required()),
  mode: says('How it fails: "open", "stuck-closed".', name().required()),
  weight: says('How often beside the others; 1 where nothing is said.', yup.number().min(0)),
  item: says('The part one would change.', name()),
  at: says('Where along it.', quantity('ratio')),
  intermittent: says('How it comes and goes.', optional(intermittent)),
});
