import {
  ARRIVAL_CONDITIONS,
  LEFT_IN_UNIT,
  MEASUREMENT_FUNCTIONS,
  PART_PROVENANCES,
  TEMPORARY_KINDS,
  TIME_KINDS,
  type DepartureNoted,
  type TransferBegun,
} from '@juxtameter/core';
import * as yup from 'yup';
import { finite, id, listOf, name, oneOf, says, shape, text } from '../describe';
import type { BodiesOf } from './event-bodies';
import { day, point, uuid7 } from './event-parts';

/** Places of one transfer list; a board has fewer. */
const MOST_PLACES = 200;
const MOST_MINUTES = 100_000;

const offer = () => says('The part that was offered.', uuid7().required());
const transfer = () => says('The transfer list.', uuid7().required());

const place = shape<TransferBegun['places'][number]>(
  'TransferPlace',
  'A wire, or a plug with all its wires, and the place it comes from and goes back to.',
)({
  at: says('Terminal or plug of the unit model, or words.', point().required()),
  wire: says('Wire of the unit model.', id()),
  colour: says('Its colour.', text(60)),
  to: says('Where its other end is.', point()),
});

const setting = shape<DepartureNoted['settings'][number]>(
  'SettingAtDeparture',
  'A setting as it is left.',
)({
  setting: says('`board.setting`, or words.', name().required()),
  value: says('What it stands at.', name().required()),
});

/** Parts on their way in, wires on their way over, and what is left behind. */
export const partEvents: BodiesOf<
  | 'part-offered'
  | 'part-ordered'
  | 'part-arrived'
  | 'part-tested'
  | 'transfer-begun'
  | 'wire-moved'
  | 'transfer-checked'
  | 'setting-sourced'
  | 'temporary-made'
  | 'temporary-ended'
  | 'departure-noted'
  | 'time-spent'
> = {
  'part-offered': {
    part: says('Element of the unit model it is for, or words.', name().required()),
    number: says('Its number, with the suffix of its revision.', name().required()),
    state: says('What it was before.', oneOf(PART_PROVENANCES).required()),
    source: says('Where it comes from.', name()),
    price: says('What it costs, as it is said.', text(60)),
    days: says('Days until it is here.', finite().min(0).max(1000)),
    pins: says('Pattern of its pins.', text(200)),
    rating: says('What it is rated for.', text(200)),
    note: says('What else is known of it.', text(600)),
    work: says('The planned work it is for.', uuid7()),
  },
  'part-ordered': { offer: offer(), due: says('The day it should be here.', day()) },
  'part-arrived': {
    offer: offer(),
    condition: says('How it came out of its box.', oneOf(ARRIVAL_CONDITIONS).required()),
    serial: says('Its serial number.', name()),
    note: says('What was seen of it.', text(600)),
  },
  'part-tested': {
    offer: offer(),
    what: says('What was tested.', name().required()),
    function: says('What was measured.', oneOf(MEASUREMENT_FUNCTIONS)),
    expects: says('What it should read, in one line.', text(200)),
    text: says('What was read, as it was typed.', text(200)),
    leadZero: says('Ohms of the leads, where they were zeroed before.', finite().min(0).max(1000)),
    looks: says('How it looked, where nothing was read.', oneOf(['good', 'bad'])),
  },
  'transfer-begun': {
    of: says('The part that comes out: element of the unit model, or words.', name().required()),
    places: says(
      'Its wires and plugs, in the order they are moved.',
      listOf(place, MOST_PLACES).min(1, 'holds no place').required(),
    ),
  },
  'wire-moved': {
    transfer: transfer(),
    place: says(
      'Which place of the list, from 0.',
      yup
        .number()
        .integer()
        .min(0)
        .max(MOST_PLACES - 1)
        .required(),
    ),
    state: says('Whether it comes off or is on again.', oneOf(['off', 'on']).required()),
    note: says('What was found: too short, damaged, another colour.', text(600)),
  },
  'transfer-checked': { transfer: transfer(), note: says('What was seen.', text(600)) },
  'setting-sourced': {
    setting: says('The setting, as `board.setting`.', id().required()),
    value: says('What it has to stand at.', name().required()),
    source: says('By which source: the plate, the diagram, the supplier.', name().required()),
  },
  'temporary-made': {
    kind: says('What kind of makeshift.', oneOf(TEMPORARY_KINDS).required()),
    text: says('What was done, and how it is worked meanwhile.', text(600).required()),
    until: says('The day it has to be gone.', day().required()),
    lacks: says('What the machine does without.', text(600)),
    watch: says('What has to be watched.', text(600)),
    told: says('Who was told.', name()),
    acceptedBy: says('Who accepted it.', name()),
    bypass: says('The jumper that stays in.', id()),
  },
  'temporary-ended': {
    temporary: says('The temporary repair, of this visit or an earlier one.', uuid7().required()),
    text: says('How it was found, and what took its place.', text(600).required()),
  },
  'departure-noted': {
    settings: says('How the settings stand.', listOf(setting, 100).required()),
    left: says('What was left in the unit.', listOf(oneOf(LEFT_IN_UNIT).required(), LEFT_IN_UNIT.length).required()),
    note: says('What else.', text(600)),
  },
  'time-spent': {
    kind: says('What it went to.', oneOf(TIME_KINDS).required()),
    minutes: says('Minutes.', finite().min(0).max(MOST_MINUTES).required()),
    note: says('For what, or held up by whom.', text(600)),
  },
};
