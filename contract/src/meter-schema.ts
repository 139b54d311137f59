import {
  FUNCTIONS,
  MEASUREMENT_FUNCTIONS,
  type MeasurementFunction,
  type MeterDocument,
  type MeterFunctionDocument,
  type MeterRangeDocument,
} from '@juxtameter/core';
import * as yup from 'yup';
import {
  formed,
  id,
  listOf,
  name,
  oneOf,
  optional,
  quantity,
  says,
  shape,
  taggedUnion,
  text,
  versionOne,
} from './describe';
import { contract } from './validate';

const lowImpedance = shape<NonNullable<MeterFunctionDocument['lowImpedance']>>(
  'LowImpedanceMode',
  'A mode that loads the circuit so that stray voltages collapse.',
)({ inputImpedance: says('What it loads with: "3 kΩ".', quantity('resistance').required()) });

const accuracy = shape<MeterRangeDocument['accuracy']>(
  'Accuracy',
  "The data sheet's ±(percent of reading + counts of the last digit).",
)({
  percent: says('Percent of the reading.', quantity('ratio').required()),
  counts: says('Counts of the last digit.', yup.number().min(0).max(10000).required()),
});

function functionSchema(measured: MeasurementFunction) {
  const { dimension } = FUNCTIONS[measured];
  const range = shape<MeterRangeDocument>(
    'MeterRange',
    'One range of a function.',
  )({
    upTo: says('The most it shows.', quantity(dimension).required()),
    resolution: says('One step of its last digit.', quantity(dimension).required()),
    accuracy: says('How far it may be off.', accuracy.required()),
  });
  return shape<MeterFunctionDocument>(
    'MeterFunction',
    'What a meter can measure, and how well.',
  )({
    function: says('Which function it is.', oneOf(MEASUREMENT_FUNCTIONS).required()),
    inputImpedance: says('What it loads the circuit with.', quantity('resistance')),
    trueRms: says('Whether it shows the true effective value of any wave.', yup.boolean()),
    lowImpedance: says('A mode that loads the circuit, where it has one.', optional(lowImpedance)),
    ranges: says(
      'Its ranges, the smallest first.',
      listOf(range.required()).min(1, 'needs at least one range').required(),
    ),
  });
}

const functions = Object.fromEntries(
  MEASUREMENT_FUNCTIONS.map((measured) => [measured, functionSchema(measured)]),
) as Record<MeasurementFunction, ReturnType<typeof functionSchema>>;

const CATEGORY = '[Cc][Aa][Tt]\\.?\\s*([Ii][Vv]|[Ii]{2,3}|[234])';
const VOLTS = '\\d{2,4}\\s*[Vv]([Oo][Ll][Tt][Ss]?)?';
const RATING = `(${CATEGORY}\\s*${VOLTS}|${VOLTS}\\s*${CATEGORY})`;

const category = formed(
  {
    name: 'category',
    what: 'Measurement category and voltage (IEC 61010-2-033), several by comma or stroke.',
    pattern: `^\\s*${RATING}(\\s*([,;/&+]|and)?\\s*${RATING})*\\s*$`,
    examples: ['CAT III 600 V', 'CAT III 1000 V / CAT IV 600 V', '600V CAT III'],
  },
  'is no measurement category; accepted: CAT III 600 V, CAT III 1000 V / CAT IV 600 V, 600V CAT III',
);

export const meterSchema = shape<MeterDocument>(
  'Meter',
  'A meter with its ranges, its accuracy and what it is built for.',
)({
  format: says('Says what this is.', oneOf(['juxtameter/meter']).required()),
  version: says('Version of the format.', versionOne()),
  id: says('Names it in readings; stable.', id().required()),
  name: says('What people call it.', name().required()),
  category: says('What it is built for: nothing above it is measured.', category.max(200).required()),
  insulationVoltages: says('Test voltages of an insulation tester.', listOf(quantity('voltage').required(), 10)),
  notes: says('Anything else worth knowing.', text()),
  functions: says('What it can measure.', listOf(taggedUnion('function', functions, 'meter function')).required()),
});

export const meterContract = contract<MeterDocument>(meterSchema);
