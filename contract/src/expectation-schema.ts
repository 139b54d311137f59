import {
  LATER_EXPECTATION_KINDS,
  parseQuantity,
  PLATINUM_CLASSES,
  type CombinedDocument,
  type Dimension,
  type EXPECTATION_KINDS,
  type ExpectationCommon,
  type ExpectationDocument,
  type ReferenceDocument,
  type SourcedExpectation,
} from '@juxtameter/core';
import * as yup from 'yup';
import {
  common,
  finite,
  id,
  later,
  listOf,
  name,
  oneOf,
  optional,
  orMissing,
  quantity,
  requiredRecord,
  says,
  shape,
  shortened,
  taggedUnion,
  text,
  textOr,
  withMeta,
  type FieldsOf,
} from './describe';
import { contract } from './validate';

/** Any dimension a reading may have: the function of the step decides, and lint checks it. */
const READABLE = [
  'voltage',
  'resistance',
  'current',
  'capacitance',
  'frequency',
  'temperature',
  'pressure',
  'time',
] as const satisfies readonly Dimension[];

const readable = () => quantity(...READABLE);
const tolerance = () => quantity(...READABLE, 'ratio');
const sharedFields: FieldsOf<ExpectationCommon> = {
  source: says('Where the value comes from: document and page, data sheet, or "common practice".', name()),
  of: says('The nominal the quantity would have if present; decides between absent, partial and low.', readable()),
  absentBelow: says('Under this part of `of` a quantity is absent; 5 % where nothing is said.', quantity('ratio')),
  partialBelow: says('Under this part of `of` it is only partly there; 50 % where nothing is said.', quantity('ratio')),
  signed: says(
    'The sign counts. Without it a limit or a should-be-nothing on a polar quantity is one of magnitude, and a value that fits with the probes turned is reversed.',
    yup.boolean(),
  ),
  caveat: says('What a reading that is within does not prove.', text(300)),
};

const everyKind = common('EveryExpectation', 'What all kinds of expectation share.', sharedFields);

/** A quantity, or two ends of one: "5..35 °C". */
const guess = () =>
  withMeta(
    yup
      .string()
      .max(60)
      .test('guess', ({ value }) => `"${shortened(String(value))}" is no guess; accepted: 21 °C, 5..35 °C`, isGuess),
    {
      form: {
        name: 'guess',
        what: 'A quantity, or two ends of one.',
        pattern: '^\\s*[-+−]?\\s*(\\d|[.,]\\d|[Rr]\\d).*$',
        examples: ['5..35 °C', '21 °C'],
      },
    },
  );

function isGuess(value: string | undefined): boolean {
  if (value === undefined) return true;
  const [low = '', high] = value.split(/\.{2,3}|…/);
  const unit = /[^\d.,+\s-].*$/.exec(value)?.[0] ?? '';
  const ends = high === undefined ? [value] : [/[^\d.,+\s-]/.test(low) ? low : `${low}${unit}`, high];
  return ends.every((end) => parseQuantity(end, ...READABLE).outcome === 'quantity');
}

const reference = shape<ReferenceDocument>(
  'Reference',
  'The other quantity an expected value depends on: a reading of this visit, a known value, or a guess.',
)({
  reading: says(
    'Name of a reading (`gives`), a part of the same set, or `inside` and `outside` of the job details.',
    id(),
  ),
  value: says('Known without reading it; with a question mark it is a guess.', readable()),
  guess: says('What it may be while it was not read. Widens the band, and nothing passes by it.', guess()),
});

/** An expectation within another one; the depth is bounded where it is resolved. */
const inner = (): yup.ISchema<ExpectationDocument> =>
  later(() => taggedUnion('kind', shapes, 'expectation') as yup.ISchema<ExpectationDocument>, 'says what it should be');

type Of<Kind extends ExpectationDocument['kind']> = Kind extends CombinedDocument['kind']
  ? CombinedDocument
  : Extract<ExpectationDocument, { readonly kind: Kind }>;

const kind = <const Kind extends ExpectationDocument['kind']>(value: Kind) =>
  says('Which kind it is.', oneOf([value]).required());

const combined = (which: CombinedDocument['kind'], what: string, readings: yup.ISchema<readonly string[]>) =>
  shape<CombinedDocument>(
    which === 'sum' ? 'SumExpectation' : 'DifferenceExpectation',
    what,
  )({
    kind: says('Which kind it is.', oneOf([which]).required()),
    readings: says('Names of readings, or parts of the same set.', readings),
    tolerance: says('An amount or percent; 5 % where nothing is said.', tolerance()),
    ...sharedFields,
  });

const sourced = shape<SourcedExpectation>(
  'SourcedExpectation',
  'What one document says.',
)({
  document: says('Which document.', name().required()),
  page: says('Where in it.', name()),
  variant: says('For which variant.', name()),
  expect: says('What it says the reading should be.', inner()),
});

const shapes: { readonly [Kind in (typeof EXPECTATION_KINDS)[number]]: yup.ISchema<Of<Kind>> } = {
  nominal: shape<Of<'nominal'>>(
    'NominalExpectation',
    'A value with a tolerance.',
    everyKind,
  )({
    kind: kind('nominal'),
    value: says('The value.', readable().required()),
    tolerance: says('Percent of the value or an amount, both ways; 10 % where nothing is said.', tolerance()),
    plus: says('Upwards alone.', tolerance()),
    minus: says('Downwards alone.', tolerance()),
    ...sharedFields,
  }),
  range: shape<Of<'range'>>(
    'RangeExpectation',
    'Anything between two values.',
    everyKind,
  )({
    kind: kind('range'),
    low: says('The least.', readable().required()),
    high: says('The most.', readable().required()),
    ...sharedFields,
  }),
  limit: shape<Of<'limit'>>(
    'LimitExpectation',
    'At most, at least, or both.',
    everyKind,
  )({
    kind: kind('limit'),
    atMost: says('The most.', readable()),
    atLeast: says('The least.', readable()),
    relativeTo: says('Over the zeroed leads.', oneOf(['leads'])),
    ...sharedFields,
  }),
  state: shape<Of<'state'>>(
    'StateExpectation',
    'Voltage present or absent, contact closed or open.',
    everyKind,
  )({
    kind: kind('state'),
    is: says('Which state.', oneOf(['present', 'absent', 'closed', 'open']).required()),
    presentFrom: says('Present from this part of `of`; 80 % where nothing is said.', quantity('ratio')),
    closedBelow: says(
      'Closed under this; the larger of 1 V and 2 % of `of`, or 5 Ω.',
      quantity('voltage', 'resistance'),
    ),
    openFrom: says('Open from this part of `of` or this resistance; 80 %, or 1 MΩ.', quantity('ratio', 'resistance')),
    ...sharedFields,
  }),
  elapsed: shape<Of<'elapsed'>>(
    'ElapsedExpectation',
    'How long something takes.',
    everyKind,
  )({
    kind: kind('elapsed'),
    event: says('What is timed, from what to what.', name()),
    atLeast: says('The least.', quantity('time')),
    atMost: says('The most.', quantity('time')),
    bySetting: says('The setting that chooses the time, as `board.setting`; its position is read first.', id()),
    oneOf: says('The times the setting chooses from.', listOf(quantity('time').required())),
    tolerance: says('Of the time the setting chooses; 10 % where nothing is said.', quantity('ratio')),
    ...sharedFields,
  }),
  zero: shape<Of<'zero'>>(
    'ZeroExpectation',
    'Zero on purpose: neutral to earth, a closed contact.',
    everyKind,
  )({
    kind: kind('zero'),
    atMost: says('Highest that still counts as zero; the larger of 1 V and 2 % of `of`, or 2 Ω.', readable()),
    ...sharedFields,
  }),
  rtd: shape<Of<'rtd'>>(
    'RtdExpectation',
    'A platinum sensor (IEC 60751).',
    everyKind,
  )({
    kind: kind('rtd'),
    at0C: says('Its resistance at 0 °C.', quantity('resistance').required()),
    class: says('Tolerance class; B where neither a class nor a tolerance is written.', oneOf(PLATINUM_CLASSES)),
    tolerance: says('In place of a class.', quantity('temperature', 'resistance', 'ratio')),
    temperature: says('How warm it is.', reference.required()),
    ...sharedFields,
  }),
  ntc: shape<Of<'ntc'>>(
    'NtcExpectation',
    'A thermistor, by its beta or by Steinhart and Hart.',
    everyKind,
  )({
    kind: kind('ntc'),
    at25C: says('Its resistance at 25 °C.', quantity('resistance')),
    beta: says('Its beta, in kelvin.', finite().min(1).max(100_000)),
    steinhartHart: says(
      'Coefficients for ohms and kelvin.',
      optional(
        shape<NonNullable<Of<'ntc'>['steinhartHart']>>(
          'SteinhartHart',
          '1/T = a + b ln R + c (ln R)³.',
        )({
          a: says('First coefficient.', finite().required()),
          b: says('Second coefficient.', finite().required()),
          c: says('Third coefficient.', finite().required()),
        }),
      ),
    ),
    tolerance: says('5 % where nothing is said.', quantity('temperature', 'resistance', 'ratio')),
    temperature: says('How warm it is.', reference.required()),
    ...sharedFields,
  }),
  table: shape<Of<'table'>>(
    'TableExpectation',
    'Two columns: another quantity, and what this one should be.',
    everyKind,
  )({
    kind: kind('table'),
    rows: says(
      'Pairs, interpolated between; nothing is known beyond the ends.',
      listOf(
        listOf(quantity(...READABLE, 'ratio').required(), 2)
          .min(2)
          .required(),
        500,
      )
        .min(2, 'has at least two rows')
        .required(),
    ),
    tolerance: says('5 % where nothing is said.', tolerance()),
    by: says('The other quantity.', reference.required()),
    ...sharedFields,
  }),
  winding: shape<Of<'winding'>>(
    'WindingExpectation',
    'A winding whose ohms are known at one temperature.',
    everyKind,
  )({
    kind: kind('winding'),
    value: says('Its resistance.', quantity('resistance').required()),
    at: says('Temperature of `value`; 20 °C where nothing is said.', quantity('temperature')),
    material: says('Copper where nothing is said.', oneOf(['copper', 'aluminium'])),
    tolerance: says('7 % where nothing is said.', quantity('resistance', 'ratio')),
    temperature: says('How warm it is.', reference.required()),
    ...sharedFields,
  }),
  balanced: shape<Of<'balanced'>>(
    'BalancedExpectation',
    'The parts of a set are alike, and where it is known also right.',
    everyKind,
  )({
    kind: kind('balanced'),
    within: says('Largest distance from the mean; 5 % where nothing is said.', quantity('ratio')),
    absolute: says('What each of them should be besides.', orMissing(inner())),
    ...sharedFields,
  }),
  relative: shape<Of<'relative'>>(
    'RelativeExpectation',
    'Compared with another reading or with the zeroed leads.',
    everyKind,
  )({
    kind: kind('relative'),
    to: says('What it is compared with.', textOr(oneOf(['leads']).required(), reference.required())),
    is: says('`same` where nothing is said.', oneOf(['same', 'below', 'above'])),
    by: says('At least this much below or above: an amount, or percent of the other.', tolerance()),
    tolerance: says('For `same`; 10 %, over the leads 0.5 Ω.', tolerance()),
    ...sharedFields,
  }),
  sum: combined(
    'sum',
    'The sum of other readings.',
    listOf(id().required(), 20).min(2, 'has at least two readings').required(),
  ) as yup.ISchema<CombinedDocument>,
  difference: combined(
    'difference',
    'The first reading less the second.',
    listOf(id().required(), 2).min(2, 'has two readings').required(),
  ) as yup.ISchema<CombinedDocument>,
  swing: shape<Of<'swing'>>(
    'SwingExpectation',
    'Moves between two limits, or stands still between them.',
    everyKind,
  )({
    kind: kind('swing'),
    low: says('The lower limit.', readable().required()),
    high: says('The upper limit.', readable().required()),
    atLeast: says('Least difference between the highest and the lowest; less is `steady`.', readable()),
    atMost: says('Largest difference; more is `unsteady`.', readable()),
    over: says('How long one looks.', quantity('time')),
    ...sharedFields,
  }),
  sustained: shape<Of<'sustained'>>(
    'SustainedExpectation',
    'Holds for a time without dropping out.',
    everyKind,
  )({
    kind: kind('sustained'),
    is: says('What holds.', inner()),
    for: says('How long.', quantity('time').required()),
    ...sharedFields,
  }),
  follows: shape<Of<'follows'>>(
    'FollowsExpectation',
    'Changes with an action, every time, and is otherwise beforehand.',
    everyKind,
  )({
    kind: kind('follows'),
    stimulus: says('What is done.', name().required()),
    before: says('What it should be beforehand.', inner()),
    during: says('What it should be meanwhile.', inner()),
    times: says('How often; 3 where nothing is said.', yup.number().integer().min(1).max(20)),
    ...sharedFields,
  }),
  rating: shape<Of<'rating'>>(
    'RatingExpectation',
    'Derived from a rating: ohms or amps of a load, farads of a capacitor.',
    everyKind,
  )({
    kind: kind('rating'),
    power: says('Rated power.', quantity('power')),
    apparent: says('Rated apparent power.', quantity('apparent-power')),
    capacitance: says('Rated capacitance.', quantity('capacitance')),
    at: says('Rated voltage, between lines of three phases; needed with `power` and `apparent`.', quantity('voltage')),
    system: says('One phase where nothing is said.', oneOf(['single-phase', 'three-phase'])),
    powerFactor: says('Watts over volt-amperes; 1 where nothing is said.', yup.number().min(0.01).max(1)),
    tolerance: says('10 % where nothing is said.', tolerance()),
    ...sharedFields,
  }),
  insulation: shape<Of<'insulation'>>(
    'InsulationExpectation',
    'Insulation of a winding, asked for at 40 °C and read at another temperature.',
    everyKind,
  )({
    kind: kind('insulation'),
    atLeast: says('Least at 40 °C; 5 MΩ where nothing is said.', quantity('resistance')),
    temperature: says('How warm the winding is.', reference.required()),
    ...sharedFields,
  }),
  perPosition: shape<Of<'perPosition'>>(
    'PerPositionExpectation',
    'One value for each position of a selector.',
    everyKind,
  )({
    kind: kind('perPosition'),
    selector: says("Name of the selector in the conditions' `positions`.", id().required()),
    positions: says('Position to value.', requiredRecord(readable().required())),
    tolerance: says('5 % where nothing is said.', tolerance()),
    ...sharedFields,
  }),
  documents: shape<Of<'documents'>>(
    'DocumentsExpectation',
    'Documents that disagree: until one is chosen only what all of them say is judged.',
    everyKind,
  )({
    kind: kind('documents'),
    question: says('What a choice settles, for every expectation that asks the same.', id().required()),
    sources: says('What each document says.', listOf(sourced, 20).min(2, 'names at least two documents').required()),
    ...sharedFields,
  }),
  unknown: shape<Of<'unknown'>>(
    'UnknownExpectation',
    'Nobody knows what it should be.',
    everyKind,
  )({
    kind: kind('unknown'),
    finite: says('No value is known, but it is finite: open and shorted are still judged.', yup.boolean()),
    ...sharedFields,
  }),
};

/** Kinds that are kept in a procedure and refused by lint until they can be judged. */
const laterShapes = Object.fromEntries(
  LATER_EXPECTATION_KINDS.map((each) => [
    each,
    withMeta(yup.object({ kind: withMeta(oneOf([each]).required(), { says: 'Which kind it is.' }) }), {
      name: 'LaterExpectation',
      what: 'A kind of the format that is kept, and refused by lint until it can be judged.',
    }),
  ]),
);

/** How an expected value is obtained. */
export const expectationSchema = orMissing(
  taggedUnion('kind', { ...shapes, ...laterShapes }, 'expectation') as yup.ISchema<ExpectationDocument>,
);

/** An expectation on its own, of a kind that can be judged. */
export const judgeableExpectationSchema = taggedUnion('kind', shapes, 'expectation');

export const expectationContract = contract<ExpectationDocument>(judgeableExpectationSchema);
