import { CIRCUMSTANCES, PART_STATES, SUPPLY_STATES, type AfterCondition, type Conditions } from '@juxtameter/core';
import * as yup from 'yup';
import { address, id, listOf, name, oneOf, optional, quantity, record, says, shape } from './describe';

const after = shape<AfterCondition>(
  'After',
  'How long ago something has to be.',
)({
  event: says('`call:ID`, `stop:ID`, `power-up:SUPPLY` or `power-off:SUPPLY`.', id().required()),
  from: says('The earliest: "30 s".', quantity('time')),
  to: says('The latest.', quantity('time')),
});

/** The one vocabulary of conditions. */
export const conditionsSchema = optional(
  shape<Conditions>(
    'Conditions',
    'One vocabulary for what a reading requires, what a step sets, what holds at the start and what held when something was read.',
  )({
    supplies: says(
      'Supply to its state. Locked is not dead: `proven-dead` is only ever reached by readings, and `unknown` counts as live.',
      record(oneOf(SUPPLY_STATES).required()),
    ),
    calls: says('Call to whether it is made.', record(oneOf(['on', 'off']).required())),
    connectors: says('Plug to whether it sits; in where nothing is said.', record(oneOf(['in', 'out']).required())),
    leads: says('Wire to the terminal it is taken off, or `on` where it sits again.', record(address().required())),
    bypasses: says('Jumper to whether it is in; out where nothing is said.', record(oneOf(['in', 'out']).required())),
    interlocks: says('Interlock to whether somebody holds it.', record(oneOf(['free', 'held']).required())),
    covers: says('Cover to whether it is on.', record(oneOf(['on', 'off']).required())),
    parts: says('Device or board to whether it is in service.', record(oneOf(PART_STATES).required())),
    positions: says('Selector or setting to its position.', record(name().required())),
    press: says(
      'Part to what is done to it; it is let go with the step.',
      record(oneOf(['pressed', 'flexed', 'free']).required()),
    ),
    facts: says('Fact of the process to whether it is so.', record(yup.boolean().required())),
    circumstances: says(
      `How it is read besides, \`usual\` where nothing is said: ${Object.keys(CIRCUMSTANCES).join(', ')}.`,
      record(name().required()),
    ),
    fitted: says('Part to the one that is fitted, where several were.', record(name().required())),
    repaired: says('Elements that have to be repaired first.', listOf(name().required())),
    after: says('How long ago something has to be.', optional(after)),
  }),
);
