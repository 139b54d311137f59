import { type UnitModelDocument } from '@juxtameter/core';
import * as yup from 'yup';
import { id, listOf, name, oneOf, record, says, shape, text, versionOne } from '../describe';
import { contract } from '../validate';
import { boardSchema } from './board-schema';
import { codeSchema } from './code-schema';
import { deviceSchema } from './device-schema';
import { holdOffSchema, recipeSchema, sequenceSchema } from './sequence-schema';
import { callSchema, supplySchema } from './supply-schema';
import {
  cableSchema,
  coverSchema,
  effectSchema,
  faultSchema,
  hazardSchema,
  pathSchema,
  wireSchema,
} from './wire-schema';

export const unitModelSchema = shape<UnitModelDocument>(
  'UnitModel',
  'A wiring list: what one writes beside a wiring diagram, complete enough to be solved as a circuit.',
)({
  format: says('Says what this is.', oneOf(['juxtameter/unit-model']).required()),
  version: says('Version of the format.', versionOne()),
  id: says('Names it in units and charts; stable.', id().required()),
  name: says('What people call this kind of machine.', name().required()),
  revision: says('Which state of the drawing it follows.', name()),
  notes: says('Anything else worth knowing.', text()),
  supplies: says('What feeds it.', listOf(supplySchema).required()),
  calls: says('What its controller asks for.', listOf(callSchema)),
  boards: says('Its circuit boards.', listOf(boardSchema).required()),
  devices: says('Everything beside the boards.', listOf(deviceSchema).required()),
  wires: says('What joins them.', listOf(wireSchema).required()),
  cables: says('Which wires run together.', listOf(cableSchema)),
  paths: says('Ways of the current that can be followed point by point.', listOf(pathSchema, 200)),
  facts: says(
    'Facts of the process that devices react to, with their state at rest.',
    record(yup.boolean().required()),
  ),
  effects: says('Facts that devices make.', listOf(effectSchema)),
  covers: says('Lids and guards that come off.', listOf(coverSchema)),
  hazards: says('What can hurt.', listOf(hazardSchema)),
  codes: says('Its code table.', listOf(codeSchema)),
  sequences: says('Its sequences of operation.', listOf(sequenceSchema)),
  recipes: says('Its service modes.', listOf(recipeSchema)),
  holdOffs: says('Waits that have nothing to do with a stage.', listOf(holdOffSchema)),
  normalThoughOdd: says('What looks like a fault and is none.', listOf(text(600).required())),
  faults: says('How its elements fail.', listOf(faultSchema)),
});

export const unitModelContract = contract<UnitModelDocument>(unitModelSchema);
