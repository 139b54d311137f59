import { NOTED_GROUPS, PART_PROVENANCES, SUPPLY_STATES, type SupplyState } from '@juxtameter/core';
import * as yup from 'yup';
import { finite, id, listOf, name, oneOf, says, text } from '../describe';
import type { BodiesOf } from './event-bodies';
import { point, uuid7 } from './event-parts';

/** Only readings prove dead. */
const SAID_STATES = SUPPLY_STATES.filter(
  (state): state is Exclude<SupplyState, 'proven-dead'> => state !== 'proven-dead',
);

/** Of work that was carried out. */
const carriedOut = {
  work: says('The planned work it carries out.', uuid7()),
  minutes: says('Minutes it took.', finite().min(0).max(100_000)),
  snag: says('What stood in the way.', text(600)),
};

/** What was switched, put in, taken off, repaired or found at the machine. */
export const conditionEvents: BodiesOf<
  | 'supply-changed'
  | 'call-changed'
  | 'connector-changed'
  | 'bypass-placed'
  | 'bypass-removed'
  | 'condition-noted'
  | 'source-chosen'
  | 'repair-done'
  | 'hazard-noted'
  | 'wire-colour-noted'
  | 'part-fitted'
  | 'option-noted'
> = {
  'supply-changed': {
    supply: says('The supply.', id().required()),
    state: says('How it is now; only readings prove it dead.', oneOf(SAID_STATES).required()),
  },
  'call-changed': {
    call: says('The call.', id().required()),
    state: says('Whether it is made.', oneOf(['on', 'off']).required()),
  },
  'connector-changed': {
    connector: says('The plug.', id().required()),
    state: says('Whether it sits.', oneOf(['in', 'out']).required()),
  },
  'bypass-placed': {
    bypass: says('Names the jumper.', id().required()),
    from: says('One end.', point().required()),
    to: says('The other end.', point().required()),
    why: says('What it is for.', text(600).required()),
    removes: says('The protection it takes away.', id()),
    makes: says('The call it makes.', id()),
  },
  'bypass-removed': { bypass: says('The jumper that is out.', id().required()) },
  'condition-noted': {
    group: says('What kind of thing.', oneOf(NOTED_GROUPS).required()),
    item: says('Which one.', id().required()),
    state: says('How it is now.', name().required()),
  },
  'source-chosen': {
    question: says('What the documents disagree about.', id().required()),
    choice: says('Which of them holds here.', text(300).required()),
    reason: says('How one knows.', text(600).required()),
  },
  'repair-done': {
    items: says('Elements or parts it concerns.', listOf(name().required(), 50).required()),
    text: says('What was done.', text(600).required()),
    ...carriedOut,
  },
  'hazard-noted': {
    kind: says('Which caution it is.', id().required()),
    where: says('Where.', text(300).required()),
    note: says('What else to know of it.', text(600)),
  },
  'wire-colour-noted': {
    wire: says('The wire.', id().required()),
    colour: says('Its colour on this unit.', text(60).required()),
  },
  'part-fitted': {
    part: says('Element of the unit model, or words.', name().required()),
    number: says('Number of the part.', name()),
    serial: says('Its serial number.', name()),
    state: says('What it was before.', oneOf(PART_PROVENANCES)),
    offer: says('The part that was offered, where it is one.', uuid7()),
    opened: says('What was seen in the old one, where it was opened.', text(600)),
    why: says('Why it was changed.', text(600)),
    ...carriedOut,
  },
  'option-noted': {
    option: says('The optional device.', id().required()),
    present: says('Whether this unit has it.', yup.boolean().required()),
  },
};
