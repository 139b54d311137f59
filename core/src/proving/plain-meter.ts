import { readMeter, type Meter } from '../meter';

const VOLTS = [
  { upTo: '400 V', resolution: '0.1 V', accuracy: { percent: '0.5 %', counts: 2 } },
  { upTo: '1000 V', resolution: '1 V', accuracy: { percent: '0.5 %', counts: 2 } },
];
const OHMS = ['400 Ω', '4 kΩ', '40 kΩ', '400 kΩ', '4 MΩ', '40 MΩ'].map((upTo, index) => ({
  upTo,
  resolution: `${10 ** index / 10} Ω`,
  accuracy: { percent: '0.5 %', counts: 2 },
}));

/** What a chart is proven with where no meter is named: 10 MΩ, a tenth of a volt and of an ohm, allowed everywhere. */
export const PLAIN_METER: Meter = readMeter({
  format: 'juxtameter/meter',
  version: 1,
  id: 'plain',
  name: 'a plain meter',
  category: 'CAT IV 1000 V',
  functions: [
    { function: 'ac-voltage', inputImpedance: '10 MΩ', trueRms: true, ranges: VOLTS },
    { function: 'dc-voltage', inputImpedance: '10 MΩ', ranges: VOLTS },
    { function: 'resistance', ranges: OHMS },
    { function: 'continuity', ranges: OHMS },
  ],
});
