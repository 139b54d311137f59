import {
  JUDGEMENT_NOTES,
  UNITS,
  VERDICTS,
  type EventEnvelope,
  type JointJudgement,
  type Judgement,
  type Quantity,
  type Reading,
  type SingleReading,
  type RecordedExpectation,
} from '@juxtameter/core';
import * as yup from 'yup';
import { isOnCalendar } from '../calendar';
import {
  common,
  finite,
  formed,
  id,
  listOf,
  name,
  oneOf,
  optional,
  says,
  shape,
  taggedUnion,
  text,
  withMeta,
  type FieldsOf,
} from '../describe';

/** A version 7 UUID: its time part keeps ids sortable. */
export const uuid7 = () =>
  formed(
    {
      name: 'uuid7',
      what: 'A version 7 UUID in lower case.',
      pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
      examples: ['01a20cc0-ed60-7001-8000-000000000001'],
    },
    'is not a version 7 UUID in lower case',
  );

/** Where a walk goes on: a step, or the end. */
export const stepTarget = () =>
  formed(
    {
      name: 'walkedTarget',
      what: 'The id of a step, or @end.',
      pattern: '^(@end|[A-Za-z0-9][\\w.:@+-]{0,119})$',
      examples: ['fuse', '@end'],
    },
    'is no step',
  );

export const point = () => text(120);

const TIME = '^\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d(\\.\\d{1,3})?Z$';

const timeOf = () =>
  withMeta(
    yup
      .string()
      .test(
        'time',
        'is not a time; accepted: 2026-11-25T09:07:00.000Z',
        (value) => value === undefined || (new RegExp(TIME).test(value) && isOnCalendar(value)),
      ),
    { form: { name: 'time', what: 'A time in UTC, ISO 8601.', pattern: TIME, examples: ['2026-11-25T09:07:00.000Z'] } },
  );

/** A time that may be missing. */
export const someTime = timeOf;

const time = () => timeOf().required();

export const day = () =>
  formed(
    { name: 'date', what: 'A day.', pattern: '^\\d{4}-\\d\\d-\\d\\d$', examples: ['2026-12-01'] },
    'is no day; accepted: 2026-12-01',
  ).test(
    'calendar',
    'is no day of the calendar; accepted: 2026-12-01',
    (value) => value === undefined || isOnCalendar(`${value}T00:00:00Z`),
  );

const ZONE = '^[+-](0\\d|1[0-4]):[0-5]\\d$';

const zone = () =>
  withMeta(yup.string().matches(new RegExp(ZONE), 'is not a zone; accepted: +01:00, -05:30, +00:00'), {
    form: { name: 'zone', what: 'Hours and minutes ahead of UTC.', pattern: ZONE, examples: ['+01:00', '-05:00'] },
  });

/** As many as the column of the store holds, a PostgreSQL `integer`. */
const MOST_NUMBERS = 2 ** 31 - 1;

/** Counted further than this, two orders in a row would be the same number. */
const order = (least: number) => yup.number().integer().min(least).max(Number.MAX_SAFE_INTEGER);

export const envelopeFields: FieldsOf<EventEnvelope> = {
  id: says('Made where it happened; sending it twice stores it once.', uuid7().required()),
  visit: says('The visit it belongs to.', uuid7().required()),
  device: says('One open page; a reload makes a new one.', uuid7().required()),
  deviceSeq: says('Counts from 1 within the device.', yup.number().integer().min(1).max(MOST_NUMBERS).required()),
  seenSeq: says('Highest order of the server that the device had seen.', order(0).required()),
  at: says('Wall time. Shown, never used to order.', time()),
  zone: says(
    'How far the clock on the wall was ahead of UTC. Every time of the record is shown as that clock did.',
    zone(),
  ),
  monotonic: says("Milliseconds on the device's own clock.", finite().min(0).required()),
  by: says('Who did it, in their own words.', yup.string().max(200).defined()),
  chart: says('The chart that was walked; missing where none was.', id()),
  seq: says('Order given by the server.', order(1)),
};

/** What every event carries. */
export const envelope = common(
  'EventEnvelope',
  'What every event carries: who, when, where in the log.',
  envelopeFields,
);

const quantitySchema = shape<Quantity>(
  'Quantity',
  'A number with its unit and the resolution it was written with.',
)({
  value: says('In the unit, without prefix.', finite().required()),
  unit: says('The unit.', oneOf(UNITS.map((each) => each.symbol)).required()),
  exponent: says('Power of ten of the last digit written.', yup.number().integer().min(-30).max(30).required()),
});

type ReadingOf<Kind extends Reading['kind']> = Extract<Reading, { readonly kind: Kind }>;

const kind = <const Kind extends Reading['kind']>(value: Kind) =>
  says('What the meter showed.', oneOf([value]).required());

const figure = <const Kind extends 'value' | 'above' | 'below' | 'unsteady'>(
  which: Kind,
  title: string,
  what: string,
) =>
  shape<{ readonly kind: Kind; readonly quantity: Quantity }>(
    title,
    what,
  )({
    kind: says('What the meter showed.', oneOf([which]).required() as yup.ISchema<Kind>) as never,
    quantity: says('The figure.', quantitySchema.required()) as never,
  });

const singleReadings = {
  value: figure('value', 'ValueReading', 'A figure.'),
  'over-range': shape<ReadingOf<'over-range'>>(
    'OverRangeReading',
    'The display says over range.',
  )({
    kind: kind('over-range'),
  }),
  above: figure('above', 'AboveReading', 'Above what the display can show.'),
  below: figure('below', 'BelowReading', 'Below what the display can show.'),
  span: shape<ReadingOf<'span'>>(
    'SpanReading',
    'Watched for a time.',
  )({
    kind: kind('span'),
    low: says('The lowest.', quantitySchema.required()),
    high: says('The highest.', quantitySchema.required()),
    lasted: says('How long.', quantitySchema.required()),
    dropOuts: says('How often it dropped out.', yup.number().integer().min(0).max(10_000).required()),
  }),
  swing: shape<ReadingOf<'swing'>>(
    'SwingReading',
    'Moves between two values.',
  )({
    kind: kind('swing'),
    low: says('The lower.', quantitySchema.required()),
    high: says('The upper.', quantitySchema.required()),
  }),
  unsteady: figure('unsteady', 'UnsteadyReading', 'Will not settle around a value.'),
  never: shape<ReadingOf<'never'>>(
    'NeverReading',
    'What was timed did not happen while someone watched.',
  )({
    kind: kind('never'),
  }),
};

const list = shape<ReadingOf<'list'>>(
  'ListReading',
  'Several looks, or several parts in order.',
)({
  kind: kind('list'),
  members: says(
    'One after the other.',
    listOf(taggedUnion('kind', singleReadings, 'reading') as yup.ISchema<SingleReading>).required(),
  ),
});

export const reading = taggedUnion('kind', { ...singleReadings, list }, 'reading') as yup.ISchema<Reading>;

const interval = shape<NonNullable<Judgement['interval']>>(
  'Interval',
  '95 % interval; an end that is missing is infinite.',
)({
  low: says('Lower end.', finite()),
  high: says('Upper end.', finite()),
});

export const judgement = shape<Judgement>(
  'Judgement',
  'The comparison of a reading with what it should be, as it was made.',
)({
  verdict: says('What it came to.', oneOf(VERDICTS).required()),
  sentence: says('The arithmetic, in one sentence.', text(4000).required()),
  value: says("In the function's base unit.", finite()),
  interval: says('95 % interval.', optional(interval)),
  probability: says('Probability that the true value is inside the band.', finite().min(0).max(1)),
  waysToDecide: says('What may settle it, cheapest first.', listOf(text(600).required())),
  notes: says('What is easily got wrong about it.', listOf(oneOf(JUDGEMENT_NOTES).required(), 20)),
  rulesVersion: says('Version of the rules it was judged by.', yup.number().integer().min(1).required()),
});

export const joint = optional(
  shape<JointJudgement>(
    'JointJudgement',
    'What the parts of a set came to together.',
  )({
    verdict: says('What they came to.', oneOf(VERDICTS).required()),
    pattern: says('The named pattern they make; of a chain everything that is left, wires last: `FS1+wires`.', id()),
    left: says('Of a chain: elements and wires that may be to blame.', listOf(name().required(), 200)),
    conducts: says(
      'Of a chain: elements and wires that conduct whatever else is wrong.',
      listOf(name().required(), 200),
    ),
    sentence: says('The arithmetic, in one sentence.', text(4000).required()),
    waysToDecide: says('What may settle it, cheapest first.', listOf(text(600).required())),
    notes: says('What is easily got wrong about it.', listOf(oneOf(JUDGEMENT_NOTES).required(), 20)),
  }),
);

const band = shape<NonNullable<RecordedExpectation['bands']>[number]>(
  'Band',
  'What one of several documents says.',
)({
  name: says('Which document.', text(300).required()),
  low: says('The least; missing where there is none.', finite()),
  high: says('The most; missing where there is none.', finite()),
});

export const expectation = optional(
  shape<RecordedExpectation>(
    'RecordedExpectation',
    'What the reading should be, as it stood when it was judged.',
  )({
    low: says('The least; missing where there is none.', finite()),
    high: says('The most; missing where there is none.', finite()),
    unit: says('Unit of both.', oneOf(UNITS.map((each) => each.symbol)).required()),
    of: says('The nominal if present.', finite()),
    words: says('What it should be, in words.', text(2000).required()),
    rule: says('How that was come by.', text(2000).required()),
    source: says('Where it is written.', name()),
    caveat: says('What a reading within does not prove.', text(300)),
    bands: says('One band each of documents that disagree.', listOf(band, 20)),
  }),
);
