import {
  GRADES,
  INTAKE_TOPICS,
  PRIOR_WORK_RESULTS,
  SIGN_SENSES,
  STAGE_MARKS,
  type PriorWork,
  type Temperatures,
} from '@juxtameter/core';
import * as yup from 'yup';
import { finite, id, listOf, name, oneOf, optional, orMissing, says, shape, text } from '../describe';
import { codeSignSchema } from '../unit-model';
import type { BodiesOf } from './event-bodies';
import { day, uuid7 } from './event-parts';

const priorWork = shape<PriorWork>(
  'PriorWork',
  'What others already did.',
)({
  who: says('Who.', name()),
  when: says('When, as it was said.', name()),
  parts: says('Which parts.', listOf(name().required(), 50)),
  complaintBefore: says('The complaint before that work.', text(600)),
  result: says('Whether it helped.', oneOf(PRIOR_WORK_RESULTS)),
});

const temperatures = shape<Temperatures>(
  'Temperatures',
  'Degrees Celsius.',
)({
  outside: says('Outside.', finite()),
  inside: says('Inside.', finite()),
  set: says('What the control is set to.', finite()),
});

/** What is told, read and watched before the meter comes out, and what is left to do. */
export const firstFactEvents: BodiesOf<
  | 'intake-recorded'
  | 'complaint-ticked'
  | 'board-identified'
  | 'setting-read'
  | 'code-read'
  | 'code-dismissed'
  | 'codes-cleared'
  | 'sign-noted'
  | 'watch-started'
  | 'stage-marked'
  | 'call-ended'
  | 'watch-ended'
  | 'recipe-played'
  | 'follow-up-noted'
  | 'follow-up-done'
> = {
  'intake-recorded': {
    topic: says('What it is about.', oneOf(INTAKE_TOPICS).required()),
    text: says('What was told or seen.', text().required()),
    grade: says('How it was come by.', oneOf(GRADES).required()),
    priorWork: says('With `prior-work`: what others did.', optional(priorWork)),
    temperatures: says('With `weather`: how warm it is.', optional(temperatures)),
  },
  'complaint-ticked': {
    complaint: says('The event that noted it.', uuid7().required()),
    result: says('How it stands at the end.', oneOf(['gone', 'remains', 'not-tested']).required()),
    text: says('In words.', text(600)),
  },
  'board-identified': {
    board: says('The board; `board` on a machine without a wiring list.', id().required()),
    number: says('The number on the board itself.', name().required()),
    grade: says('How it was come by.', oneOf(GRADES).required()),
  },
  'setting-read': {
    setting: says('The setting, as `board.setting`.', id().required()),
    value: says('Its position.', name().required()),
    grade: says('How it was come by.', oneOf(GRADES).required()),
  },
  'code-read': {
    code: says('What it is called.', name().required()),
    lamp: says('The indicator that shows it.', id()),
    sign: says('How it showed itself.', orMissing(codeSignSchema)),
    meaning: says('What the legend says, where the code table has nothing.', text(600)),
    stored: says('From memory of the board, not shown by itself now.', yup.boolean().required()),
    order: says('Place in the list of stored codes, the newest first.', yup.number().integer().min(1).max(1000)),
    count: says('How often the board counted it.', yup.number().integer().min(0).max(1_000_000)),
    how: says('Tapped, read off, or told.', oneOf(['taps', 'read', 'told']).required()),
    confidence: says('Of the reader of taps, from 0 to 1.', finite().min(0).max(1)),
    grade: says('How it was come by.', oneOf(GRADES).required()),
  },
  'code-dismissed': {
    code: says('The event that read it.', uuid7().required()),
    reason: says('Why it does not count.', text(600).required()),
  },
  'codes-cleared': { how: says('How.', text(600).required()) },
  'sign-noted': {
    sense: says('By which sense.', oneOf(SIGN_SENSES).required()),
    what: says('What.', text(600).required()),
    where: says('Element, terminal or words; may be empty.', yup.string().max(600).defined()),
    isThere: says('False for something that was looked for and is not there.', yup.boolean().required()),
    value: says('A value the controller shows, a count, a position, as typed.', text(200)),
    during: says('What was done meanwhile.', text(600)),
    grade: says('How it was come by.', oneOf(GRADES).required()),
  },
  'watch-started': {
    sequence: says('The sequence that is watched; its call is made.', id().required()),
    label: says('Which run it is: "before", "after the repair".', name().required()),
  },
  'stage-marked': {
    watch: says('The watch.', uuid7().required()),
    stage: says('The stage.', id().required()),
    mark: says('Seen to happen, only commanded, or not at all.', oneOf(STAGE_MARKS).required()),
  },
  'call-ended': { watch: says('The watch whose call ends.', uuid7().required()) },
  'watch-ended': {
    watch: says('The watch.', uuid7().required()),
    how: says('How it ended.', oneOf(['completed', 'stopped', 'abandoned']).required()),
  },
  'recipe-played': {
    recipe: says('The recipe.', id().required()),
    result: says('Whether one got in.', oneOf(['entered', 'aborted']).required()),
  },
  'follow-up-noted': {
    text: says('What is left to do.', text(600).required()),
    due: says('Until when.', day()),
  },
  'follow-up-done': { followUp: says('The event that noted it, of this visit or an earlier one.', uuid7().required()) },
};
