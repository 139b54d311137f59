import {
  BOARD_FUNCTION_KINDS,
  CODE_KINDS,
  DEVICE_KINDS,
  HOLD_OFF_KINDS,
  INDICATOR_KINDS,
  LAMP_RATES,
  MOST_FLASHES,
  PIN_ROLES,
  RECIPE_MOVES,
  SETTING_KINDS,
  SUPPLY_SYSTEMS,
  SUSPECT_CLASSES,
  type BoardDocument,
  type BoardFunctionDocument,
  type CableDocument,
  type CallDocument,
  type ChoiceDocument,
  type CodeDocument,
  type CodeSign,
  type CoilDocument,
  type ConnectorDocument,
  type ConnectorPlace,
  type DeviceDocument,
  type EffectDocument,
  type FaultDocument,
  type HazardDocument,
  type HoldOffDocument,
  type IndicatorDocument,
  type PathDocument,
  type PinDocument,
  type RecipeDocument,
  type SequenceDocument,
  type SettingDocument,
  type SourcedValue,
  type StageDocument,
  type SupplyDocument,
  type UnitModelDocument,
  type WireDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import {
  address,
  formed,
  id,
  listOf,
  name,
  oneOf,
  optional,
  orMissing,
  quantity,
  record,
  requiredRecord,
  says,
  shape,
  taggedUnion,
  text,
  versionOne,
} from './describe';
import { contract } from './validate';

const expression = () => text(400);

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

const supply = shape<SupplyDocument>(
  'Supply',
  'What feeds the machine, or a part of it.',
)({
  id: says('Names it in conditions, paths and proofs.', id().required()),
  name: says('What people call it; the id where nothing is said.', name()),
  system: says('How it is built: which conductors it has.', oneOf(SUPPLY_SYSTEMS).required()),
  nominal: says('Its voltage.', quantity('voltage').required()),
  frequency: says('Its frequency; 50 Hz where nothing is said.', quantity('frequency')),
  impedance: says('Impedance of the source.', quantity('resistance')),
  bond: says('Which conductor is joined to earth at the source.', name()),
  category: says('Measurement category at this place: "CAT III". A meter built for less is refused.', name()),
  terminals: says(
    'Conductor (`L`, `N`, `E`, `L1`, `plus`, `return` ...) to the terminal where it arrives; the pairs of a proof of dead come of these.',
    record(address().required()),
  ),
  isolatedBy: says('The device that opens it.', id()),
  from: says('The device it comes from, where it is derived from another supply.', id()),
});

const call = shape<CallDocument>(
  'Call',
  'What a controller asks for.',
)({
  id: says('Names it in conditions and paths.', id().required()),
  name: says('What people call it.', name()),
  joins: says('The terminals that the call joins.', listOf(address().required()).required()),
  madeBy: says('What makes it.', name()),
});

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

const board = shape<BoardDocument>(
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

const device = shape<DeviceDocument>(
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

type SignOf<Kind extends CodeSign['kind']> = Extract<CodeSign, { readonly kind: Kind }>;

/** How a code shows itself. */
export const codeSignSchema = taggedUnion(
  'kind',
  {
    blinks: shape<SignOf<'blinks'>>(
      'BlinksSign',
      'Counted flashes: "2+3" is two counts.',
    )({
      kind: says('Counted flashes.', oneOf(['blinks']).required()),
      counts: says(
        'Flashes of each group.',
        listOf(yup.number().integer().min(1).max(MOST_FLASHES).required(), 4).min(1, 'holds no count').required(),
      ),
    }),
    pattern: shape<SignOf<'pattern'>>(
      'PatternSign',
      'Long and short flashes.',
    )({
      kind: says('Long and short flashes.', oneOf(['pattern']).required()),
      flashes: says(
        'In order.',
        listOf(oneOf(['long', 'short']).required(), 12)
          .min(2, 'holds fewer than two flashes')
          .required(),
      ),
    }),
    rate: shape<SignOf<'rate'>>(
      'RateSign',
      'Even flashing or steady light.',
    )({
      kind: says('Even flashing or steady light.', oneOf(['rate']).required()),
      rate: says('How fast.', oneOf(LAMP_RATES).required()),
    }),
    lamps: shape<SignOf<'lamps'>>(
      'LampsSign',
      'Several lamps at once.',
    )({
      kind: says('Several lamps at once.', oneOf(['lamps']).required()),
      lamps: says('Lamp to what it does.', requiredRecord(oneOf(['on', 'off', 'flashing']).required())),
    }),
    text: shape<SignOf<'text'>>(
      'TextSign',
      'Characters on a display.',
    )({
      kind: says('Characters on a display.', oneOf(['text']).required()),
      text: says('The characters.', name().required()),
    }),
  },
  'sign',
);

const recipeStep = shape<RecipeDocument['steps'][number]>(
  'RecipeStep',
  'One move of a recipe.',
)({
  do: says('What the hand does.', oneOf(RECIPE_MOVES).required()),
  what: says('To what, in words.', text(600).required()),
  for: says('How long; counted down.', quantity('time')),
});

const recipe = shape<RecipeDocument>(
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

const wire = shape<WireDocument>(
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

const cable = shape<CableDocument>(
  'Cable',
  'Cores that run together.',
)({
  id: says('Names it in wires.', id().required()),
  name: says('What people call it.', name()),
  cores: says('How many cores it has.', yup.number().integer().min(1).required()),
  spare: says('How many of them are not used.', yup.number().integer().min(0)),
});

const path = shape<PathDocument>(
  'Path',
  'The way of the current from a source through one load and back. Only its ends are written: the elements between are found along the wires.',
)({
  id: says('Names it in chain steps.', id().required()),
  name: says('What people call it.', name().required()),
  supply: says('The supply it runs on.', id().required()),
  from: says('Terminal of the source.', address().required()),
  to: says('The terminal the current comes back to.', address().required()),
  load: says('The device that takes the voltage when everything else conducts.', id().required()),
  calls: says('Calls that have to be made for the current to flow.', listOf(id().required(), 20)),
  nominal: says('The voltage it works at, where it is not that of the supply.', quantity('voltage')),
});

const effect = shape<EffectDocument>(
  'Effect',
  'Something of the process that devices make happen.',
)({
  id: says('The fact it makes.', id().required()),
  when: says('Expression that says when.', expression().required()),
});

const hazard = shape<HazardDocument>(
  'Hazard',
  'Something that can hurt.',
)({
  kind: says('Which caution it is.', id().required()),
  where: says('Where.', name().required()),
  note: says('What else to know of it.', text()),
});

const code = shape<CodeDocument>(
  'Code',
  'A code: where to look, never what is wrong.',
)({
  code: says('What it is called: "3", "2+3", "E12".', name().required()),
  lamp: says('The indicator that shows it.', id()),
  sign: says('How it shows itself.', orMissing(codeSignSchema)),
  colour: says('The colour of the lamp.', name()),
  kind: says('A fault where nothing is said.', oneOf(CODE_KINDS)),
  meaning: says('What the legend says.', text().required()),
  where: says('Elements and terminals to look at.', listOf(id().required())),
  procedures: says('Charts that begin there.', listOf(id().required())),
  effectOf: says('Faults of these elements show this code as well.', listOf(id().required())),
  doesNotProve: says('Elements that it does not show to be at fault.', listOf(id().required())),
  clearedBy: says('How it is cleared, in words.', text(600)),
});

const sequence = shape<SequenceDocument>(
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

const holdOff = shape<HoldOffDocument>(
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

const intermittent = shape<NonNullable<FaultDocument['intermittent']>>(
  'Intermittent',
  'How a fault comes and goes.',
)({
  rate: says('How often.', name().required()),
  stimulus: says('What brings it on.', name()),
});

const fault = shape<FaultDocument>(
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
  supplies: says('What feeds it.', listOf(supply).required()),
  calls: says('What its controller asks for.', listOf(call)),
  boards: says('Its circuit boards.', listOf(board).required()),
  devices: says('Everything beside the boards.', listOf(device).required()),
  wires: says('What joins them.', listOf(wire).required()),
  cables: says('Which wires run together.', listOf(cable)),
  paths: says('Ways of the current that can be followed point by point.', listOf(path, 200)),
  facts: says(
    'Facts of the process that devices react to, with their state at rest.',
    record(yup.boolean().required()),
  ),
  effects: says('Facts that devices make.', listOf(effect)),
  hazards: says('What can hurt.', listOf(hazard)),
  codes: says('Its code table.', listOf(code)),
  sequences: says('Its sequences of operation.', listOf(sequence)),
  recipes: says('Its service modes.', listOf(recipe)),
  holdOffs: says('Waits that have nothing to do with a stage.', listOf(holdOff)),
  normalThoughOdd: says('What looks like a fault and is none.', listOf(text(600).required())),
  faults: says('How its elements fail.', listOf(fault)),
});

export const unitModelContract = contract<UnitModelDocument>(unitModelSchema);
