import {
  HOLD_OFF_KINDS,
  RECIPE_MOVES,
  type HoldOffDocument,
  type RecipeDocument,
  type SequenceDocument,
  type StageDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import { formed, id, listOf, name, oneOf, optional, quantity, says, shape, text } from '../describe';
import { expression } from './expression';

const stageTarget = () =>
  formed(
    {
      name: 'stageTarget',
      what: 'The id of a stage, or @end.',
      pattern: '^(@end|[A-Za-z0-9][\\w.:@+-]{0,119})$',
      examples: ['purge', '@end'],
    },
    'is no stage; accepted: the id of a stage, or @end',
  );

const stageSuspects = shape<NonNullable<StageDocument['suspects']>>(
  'StageSuspects',
  'Where to look when a stage does not follow.',
)({
  notCommanded: says('Elements to suspect when it is not even commanded.', listOf(id().required())),
  notActual: says('Elements to suspect when it is commanded and does not happen.', listOf(id().required())),
});

const stage = shape<StageDocument>(
  'Stage',
  'One stage of a sequence of operation.',
)({
  id: says('Names it.', id().required()),
  name: says('What people call it.', name()),
  on: says('Board functions commanded while it lasts.', listOf(id().required())),
  look: says('What one sees or hears when it really happens; a stage without it cannot be watched.', text(600)),
  commandedBy: says('What only shows the command: a lamp, a click.', text(600)),
  until: says('Expression that completes it.', expression()),
  earliest: says('Earliest time for `until`.', quantity('time')),
  within: says('Latest time for `until`; `else` follows.', quantity('time')),
  else: says('Stage that follows when it is too late.', stageTarget()),
  tries: says('How often `else` is taken before `then`.', yup.number().integer().min(1).max(100)),
  then: says('Stage that follows when all tries are used.', stageTarget()),
  for: says('Completed by time alone.', quantity('time')),
  bySetting: says('The setting that chooses the time, as `board.setting`.', id()),
  next: says('Stage that follows; the one written next where nothing is said, `@end` after the last.', stageTarget()),
  code: says('The code that is shown meanwhile.', name()),
  holdOff: says('It looks like a fault and is none: what kind of wait it is.', oneOf(HOLD_OFF_KINDS)),
  needs: says('What it needs besides the stage before, in words.', listOf(text(600).required())),
  suspects: says('Where to look when it does not follow.', optional(stageSuspects)),
});

export const sequenceSchema = shape<SequenceDocument>(
  'Sequence',
  'The sequence of operation, stage by stage.',
)({
  id: says('Names it.', id().required()),
  name: says('What people call it.', name()),
  start: says('Expression that starts it.', expression().required()),
  call: says('The call that a watch makes and ends.', id()),
  cautions: says('Cautions to say before.', listOf(id().required())),
  mayStart: says('What may start or open while it runs.', listOf(name().required())),
  permissive: says('Expression of what must hold throughout.', expression()),
  interrupted: says('Stage that follows when the permissive does not hold.', id()),
  stages: says('The stages in order.', listOf(stage).min(1, 'holds no stage').required()),
  stop: says('Stage that follows when the call ends.', id()),
});

export const holdOffSchema = shape<HoldOffDocument>(
  'HoldOff',
  'A wait that has nothing to do with a stage: nothing starts before it is over.',
)({
  id: says('Names it.', id().required()),
  name: says('What people call it.', name()),
  kind: says('What kind of wait.', oneOf(HOLD_OFF_KINDS).required()),
  for: says('How long.', quantity('time').required()),
  since: says('From when it counts.', oneOf(['power-up', 'call-end']).required()),
  of: says('The supply or call that counts.', id().required()),
});

const recipeStep = shape<RecipeDocument['steps'][number]>(
  'RecipeStep',
  'One move of a recipe.',
)({
  do: says('What the hand does.', oneOf(RECIPE_MOVES).required()),
  what: says('To what, in words.', text(600).required()),
  for: says('How long; counted down.', quantity('time')),
});

export const recipeSchema = shape<RecipeDocument>(
  'Recipe',
  'How one gets into a service mode, or clears codes.',
)({
  id: says('Names it.', id().required()),
  name: says('What people call it.', name().required()),
  purpose: says('What it is for: "read stored codes".', name()),
  cautions: says('Cautions to say before.', listOf(id().required())),
  mayStart: says('What may start or open while it runs.', listOf(name().required())),
  steps: says('The moves in order.', listOf(recipeStep).min(1, 'holds no step').required()),
  abort: says('When to stop and begin again.', text(600)),
  proof: says('How one knows that one is in.', text(600).required()),
});
