import {
  BOARD_FUNCTION_KINDS,
  INDICATOR_KINDS,
  PIN_ROLES,
  SETTING_KINDS,
  type BoardDocument,
  type BoardFunctionDocument,
  type ChoiceDocument,
  type ConnectorDocument,
  type ConnectorPlace,
  type IndicatorDocument,
  type PinDocument,
  type SettingDocument,
  type SourcedValue,
} from '@juxtameter/core';
import * as yup from 'yup';
import { address, id, listOf, name, oneOf, optional, quantity, says, shape } from '../describe';
import { expression } from './expression';

const rail = shape<NonNullable<BoardFunctionDocument['rails']>[number]>(
  'Rail',
  'A voltage that a board makes.',
)({
  id: says('Names it; addressed as `board:function` with this behind.', id().required()),
  nominal: says('Its voltage.', quantity('voltage').required()),
  type: says('Kind of current.', oneOf(['ac', 'dc']).required()),
});

const contact = shape<NonNullable<BoardFunctionDocument['contacts']>[number]>(
  'Contact',
  'A contact of a relay on a board.',
)({
  common: says('The common terminal.', address().required()),
  operated: says('Joined to common while it operates.', address()),
  rest: says('Joined to common at rest.', address()),
});

const boardFunction = shape<BoardFunctionDocument>(
  'BoardFunction',
  'What a board does between its terminals.',
)({
  id: says('Addressed as `board:function`.', id().required()),
  name: says('What people call it.', name()),
  kind: says('What it is.', oneOf(BOARD_FUNCTION_KINDS).required()),
  input: says('Terminals it reads or is fed by.', listOf(address().required())),
  between: says('The two terminals it lies between.', listOf(address().required())),
  rails: says('Voltages it makes.', listOf(rail)),
  draws: says('What it takes itself.', quantity('power', 'apparent-power', 'current')),
  contacts: says('Contacts of a relay.', listOf(contact)),
  when: says('Expression that says when it operates.', expression()),
  loadSensing: says('Whether it feels if a load is there; then it shows nothing without one.', yup.boolean()),
  leakage: says('What passes while it is off.', quantity('current')),
  impedance: says('Impedance of an input or link.', quantity('resistance')),
  threshold: says('From where an input counts as on.', quantity('voltage', 'current')),
  rating: says('What its contacts or fuse are built for.', quantity('current', 'voltage')),
  resistance: says('Resistance of a resistor or trace.', quantity('resistance')),
  bleeder: says('What discharges a bus.', quantity('resistance')),
  storedFor: says('How long a bus holds a dangerous charge.', quantity('time')),
});

const sourcedValue = shape<SourcedValue>(
  'SourcedValue',
  'What one document says of a setting.',
)({
  document: says('Which document.', name().required()),
  page: says('Where in it.', name()),
  variant: says('For which variant.', name()),
  value: says('What it says.', name().required()),
});

const place = shape<ConnectorPlace>(
  'ConnectorPlace',
  'Where a connector sits on its board as one stands before it.',
)({
  row: says('Row from the top, from 1.', yup.number().integer().min(1).max(40).required()),
  column: says('Column from the left, from 1.', yup.number().integer().min(1).max(40).required()),
  pinOne: says('The end where pin 1 sits; left where nothing is said.', oneOf(['left', 'right'])),
  wires: says('Which way the wires leave; down where nothing is said.', oneOf(['up', 'down'])),
});

const pin = shape<PinDocument>(
  'Pin',
  'One terminal of a connector.',
)({
  id: says('As it is printed; addressed as `board.connector.pin`.', id().required()),
  role: says('What it is for.', oneOf(PIN_ROLES)),
  signal: says('What is printed beside it.', name()),
});

const connector = shape<ConnectorDocument>(
  'Connector',
  'A plug or terminal strip of a board.',
)({
  id: says('As it is printed.', id().required()),
  name: says('What people call it.', name()),
  pluggable: says('Whether it can be pulled.', yup.boolean()),
  place: says('Where it sits; below the one before where nothing is said.', optional(place)),
  pins: says('Its terminals in order.', listOf(pin).required()),
});

const indicator = shape<IndicatorDocument>(
  'Indicator',
  'A lamp or display of a board.',
)({
  id: says('Names it in codes.', id().required()),
  name: says('What is printed beside it.', name()),
  kind: says('A lamp where nothing is said.', oneOf(INDICATOR_KINDS)),
  colour: says('Its colour.', name()),
  shows: says(
    'Expression that says when it is lit, or `code` where it shows the codes of the table.',
    expression().required(),
  ),
});

const choice = shape<ChoiceDocument>(
  'Choice',
  'What a position of a setting stands for.',
)({
  position: says('The position.', name().required()),
  value: says('What it stands for; a time such as "90 s" can be expected of a stage.', name().required()),
});

const setting = shape<SettingDocument>(
  'Setting',
  'Something a board is set by.',
)({
  id: says('Addressed as `board.setting`.', id().required()),
  name: says('What it sets.', name()),
  kind: says('How it is set.', oneOf(SETTING_KINDS).required()),
  positions: says('How many positions it has.', yup.number().integer().min(1).max(1000)),
  readAt: says('Where one reads it.', name()),
  choices: says('What each position stands for.', listOf(choice)),
  sources: says('What documents say it should be, where they differ.', listOf(sourcedValue)),
});

export const boardSchema = shape<BoardDocument>(
  'Board',
  'A circuit board with its connectors and what it does.',
)({
  id: says('First part of its addresses.', id().required()),
  name: says('What people call it.', name().required()),
  number: says('The number printed on it.', name()),
  connectors: says('Its connectors.', listOf(connector).required()),
  functions: says('What it does between its terminals.', listOf(boardFunction)),
  indicators: says('Lamps and displays on it.', listOf(indicator)),
  settings: says('What it is set by.', listOf(setting)),
});
