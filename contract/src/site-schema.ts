import { SUPPLY_SYSTEMS, type FreeSupply } from '@juxtameter/core';
import * as yup from 'yup';
import { CONTROL_TYPES, type FittedBefore, type Site, type SiteFile, type Unit } from './api';
import { formed, id, listOf, name, oneOf, quantity, record, says, shape, text, versionOne } from './describe';
import { contract, contractOfLists } from './validate';

export const siteSchema = shape<Site>(
  'Site',
  'A place with machines.',
)({
  id: says('Names it in units; stable.', id().required()),
  name: says('What people call it.', name().required()),
  address: says('How one finds it.', text(400)),
});

const freeSupply = shape<FreeSupply>(
  'FreeSupply',
  'What feeds a machine that has no unit model.',
)({
  system: says('How it is built.', oneOf(SUPPLY_SYSTEMS).required()),
  nominal: says('Its voltage, where it is known.', quantity('voltage')),
  plug: says('What its plug is called, where the machine is connected by a cord.', name()),
});

const unitBoard = shape<NonNullable<Unit['boards']>[string]>(
  'UnitBoard',
  'A board as it is fitted in this unit.',
)({
  number: says('The number on the board itself, with its revision.', name()),
  serial: says('Its serial number.', name()),
});

const day = formed(
  {
    name: 'day',
    what: 'A year, a month or a day.',
    pattern: '^\\d{4}(-\\d\\d){0,2}$',
    examples: ['2026', '2026-05', '2026-05-14'],
  },
  'is no day; accepted: 2026, 2026-05, 2026-05-14',
);

const fitted = shape<FittedBefore>(
  'FittedBefore',
  'A part put in before this record began.',
)({
  part: says('Element of the unit model, or words.', name().required()),
  at: says('When.', day.required()),
  by: says('Who did it.', name()),
  number: says('Number of the part.', name()),
  serial: says('Its serial number.', name()),
  why: says('Why it was changed.', text(600)),
});

const unitCode = shape<NonNullable<Unit['codes']>[number]>(
  'UnitCode',
  "A code of this unit's own legend.",
)({
  code: says('What it is called.', name().required()),
  meaning: says('What the legend says.', text(600).required()),
  source: says('Where the legend is.', name()),
});

export const unitSchema = shape<Unit>(
  'Unit',
  'One machine at a site.',
)({
  id: says('Names it in visits; stable.', id().required()),
  site: says('The site it stands at.', id().required()),
  name: says('What people call it.', name().required()),
  unitModel: says('The unit model of its kind; `none` where it has none.', id().required()),
  location: says('Where at the site.', name()),
  serial: says('Its serial number.', name()),
  built: says('Year or age, as it is known.', name()),
  size: says('Its rating or capacity.', name()),
  fuel: says('What it burns.', name()),
  supply: says('What feeds it, in words.', name()),
  owner: says('Whose it is.', name()),
  control: says(
    'Terminals that switch, or controls that talk: another way of looking for the fault.',
    oneOf(CONTROL_TYPES),
  ),
  documents: says('Where its papers are.', text(600)),
  access: says('How one gets there, who opens, how far the vehicle is.', text(600)),
  hazards: says('What can hurt at this unit, for everybody who comes.', text(600)),
  notes: says('Anything else worth knowing.', text()),
  supplies: says('Where it has no unit model: what has to be proven dead.', listOf(freeSupply)),
  options: says('Optional devices this unit has or does not have.', record(yup.boolean().required())),
  boards: says('Boards as they are fitted, by id.', record(unitBoard)),
  settings: says('Positions of settings, by `board.setting`.', record(name().required())),
  wireColours: says('Colours that differ from the wiring list, by wire.', record(name().required())),
  fitted: says('Parts put in before this record began.', listOf(fitted)),
  codes: says("Codes of this unit's own legend.", listOf(unitCode)),
});

/** Sites, and units, in one file. */
const MOST_ON_FILE = 100_000;

export const siteContract = contract<Site>(siteSchema);
export const unitContract = contract<Unit>(unitSchema);

export const siteFileSchema = shape<SiteFile>(
  'Sites',
  'Sites and their units in one file.',
)({
  format: says('Says what this is.', oneOf(['juxtameter/sites']).required()),
  version: says('Version of the format.', versionOne()),
  sites: says('The sites.', listOf(siteSchema, MOST_ON_FILE).required()),
  units: says('The units, each at one of the sites.', listOf(unitSchema, MOST_ON_FILE).required()),
});

export const siteFileContract = contractOfLists<SiteFile>(
  siteFileSchema,
  { sites: siteSchema, units: unitSchema },
  MOST_ON_FILE,
);
