import { CHECK_RESULTS, SIGNERS, WORK_KINDS, WORK_REASONS } from '@juxtameter/core';
import { finite, id, listOf, name, oneOf, says, text } from '../describe';
import type { BodiesOf } from './event-bodies';
import { day, uuid7 } from './event-parts';

const check = () => says('The check of the repair, as the record names it.', id().required());

/** What is planned, checked and told once something was found. */
export const repairEvents: BodiesOf<
  | 'work-planned'
  | 'work-dropped'
  | 'check-begun'
  | 'check-judged'
  | 'cause-noted'
  | 'person-told'
  | 'visit-signed'
  | 'visit-paused'
> = {
  'work-planned': {
    kind: says('What kind of work.', oneOf(WORK_KINDS).required()),
    text: says('What has to be done.', text(600).required()),
    reason: says('What it is done for.', oneOf(WORK_REASONS).required()),
    item: says('The element of the unit model it concerns.', name()),
    finding: says('The finding it serves.', uuid7()),
  },
  'work-dropped': {
    work: says('The planned work.', uuid7().required()),
    reason: says('Why it is not done.', text(600).required()),
  },
  'check-begun': { check: check() },
  'check-judged': {
    check: check(),
    words: says('What had to be seen, as it was asked.', text(600).required()),
    result: says('What it came to; whether that counts follows from the record.', oneOf(CHECK_RESULTS).required()),
    reason: says('Why it is postponed or does not apply; what was seen.', text(600)),
    due: says('The day it is postponed to.', day()),
  },
  'cause-noted': {
    finding: says('The finding.', uuid7().required()),
    cause: says('Why it failed; missing where nobody knows.', text(600)),
  },
  'visit-paused': {
    reason: says('What it waits for.', text(600).required()),
    until: says('The day it is looked at again.', day()),
  },
  'visit-signed': {
    signer: says('Who signs.', oneOf(SIGNERS).required()),
    name: says('Their name.', name().required()),
    strokes: says(
      'The strokes of the hand: x and y in turn, from 0 to 1000 along the longer side of the field.',
      listOf(listOf(finite().min(0).max(1000).required(), 600).required(), 60).required(),
    ),
  },
  'person-told': {
    whom: says('Who was told.', name().required()),
    what: says('What.', text(600).required()),
  },
};
