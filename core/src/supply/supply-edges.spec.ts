import { DEMO_MODEL } from '../testing/demo';
import type { SupplyDocument, UnitModelDocument } from '../unit-model';
import { judgeSupply, type SupplyFacts, type SupplyVerdict } from './index';

const plain = (words: string): string => words.replace(/\u00A0/g, ' ');
const terminals = (...names: readonly string[]): Record<string, string> =>
  Object.fromEntries(names.map((name) => [name, `T.${name}`]));

function machine(supply: Partial<SupplyDocument> & Pick<SupplyDocument, 'system' | 'nominal'>): UnitModelDocument {
  return {
    ...DEMO_MODEL,
    supplies: [{ id: 's', ...supply }],
    devices: [...DEMO_MODEL.devices, { id: 'BT', kind: 'battery', nominal: '3 V' }],
  };
}

type Shown = Readonly<Record<string, number | readonly [number, number]>>;

function judged(model: UnitModelDocument, shown: Shown, more: Partial<SupplyFacts> = {}): SupplyVerdict {
  const readings = Object.entries(shown).map(([name, value]) => {
    const [one = '', other = ''] = name.split('-');
    const [low, high] = typeof value === 'number' ? [value, value] : value;
    return { name, conductors: [one, other] as const, volts: (low + high) / 2, ends: { low, high } };
  });
  const verdict = judgeSupply(model, 's', { readings, isUnloaded: false, isEarthProven: true, ...more });
  return { pattern: verdict.pattern, sentence: plain(verdict.sentence) };
}

const MAINS = machine({ system: 'single-phase', nominal: '230 V', bond: 'N-E', terminals: terminals('L', 'N', 'E') });
const UNKNOWN = machine({ system: 'single-phase', nominal: '230 V', terminals: terminals('L', 'N', 'E') });
const DC = machine({ system: 'dc', nominal: '24 V', terminals: terminals('plus', 'minus') });
const CELLS = machine({ system: 'dc', nominal: '3 V', from: 'BT', terminals: terminals('plus', 'minus') });
const MOTOR = machine({ system: 'three-phase', nominal: '400 V', bond: 'N-E', terminals: terminals('L1', 'L2', 'L3') });
const level = (volts: number | readonly [number, number], rest = 0.1): Shown => ({
  'L-N': volts,
  'L-E': volts,
  'N-E': rest,
});

describe('the limits of a supply', () => {
  it('are those of IEC 60038, 230 V ±10 %, to the volt, by all that the meter may mean', () => {
    const of = (low: number, high = low): string => judged(MAINS, level([low, high])).pattern;
    expect([207, 253].map((volts) => of(volts))).toEqual(['good', 'good']);
    expect(of(207, 253)).toBe('good');
    expect([206.9, 253.1].map((volts) => of(volts))).toEqual(['low', 'high']);
    expect([of(206.9, 207), of(206, 207.1), of(252.9, 253.1)]).toEqual(['unclear', 'unclear', 'unclear']);
    expect([of(200, 206.99), of(253.01, 260)]).toEqual(['low', 'high']);
  });

  it('name the pairs that are too close to call, and only those', () => {
    const near = judged(MAINS, { 'L-N': [206, 208], 'L-E': 210, 'N-E': 0.1 });
    expect(near.sentence).toContain('L-N 207 V too close to the limit of its band for this meter to call');
    expect(near.sentence).not.toContain('L-E 210 V too close');
    // One that is plainly low is not hidden by one that is close.
    expect(judged(MAINS, { 'L-N': [200, 201], 'L-E': [205, 208], 'N-E': 0.1 }).pattern).toBe('low');
  });

  it('make nothing of up to a twentieth of the nominal voltage', () => {
    expect(judged(MAINS, level(11.5)).pattern).toBe('no-supply');
    expect(judged(MAINS, level(11.6)).pattern).not.toBe('no-supply');
    expect(judged(DC, { 'plus-minus': -1.2 }).pattern).toBe('nothing-across');
    expect(judged(DC, { 'plus-minus': [-1.3, -1.1] }).pattern).not.toBe('nothing-across');
  });

  it('make a motor’s phases unbalanced above one part in a hundred (NEMA MG 1, from memory)', () => {
    const phases = (a: number, b: number, c: number, isUnloaded = true): SupplyVerdict =>
      judged(MOTOR, { 'L1-L2': a, 'L2-L3': b, 'L1-L3': c }, { isUnloaded });
    // Mean 400, the farthest 4 off: 1 % to the digit.
    expect(phases(404, 398, 398).pattern).toBe('good');
    expect(phases(404, 398, 398).sentence).toContain('1 % unbalanced, as it should be');
    expect(phases(406, 398, 396).pattern).toBe('unbalanced');
    expect(phases(406, 398, 396).sentence).toContain('mean 400 V, the farthest 6 V from it, 1.5 % unbalanced');
  });
});

describe('the words for a supply', () => {
  it('say what was not read, one or several', () => {
    expect(judged(MAINS, { 'L-N': 230, 'L-E': 230 }).sentence).toContain('not all of it is read: N-E is missing');
    expect(judged(MAINS, { 'L-N': 230 }).sentence).toContain('not all of it is read: L-E, N-E are missing');
    expect(judged(MAINS, {}).pattern).toBe('unclear');
    expect(judgeSupply(MAINS, 'other', { readings: [], isUnloaded: true, isEarthProven: true }).sentence).toBe(
      'There is no such supply.',
    );
  });

  it('say that nothing arrives only where the earth was read', () => {
    expect(judged(MAINS, level(0.2)).sentence).toContain('nothing arrives. That is no proof of dead');
    expect(judged(DC, { 'plus-minus': 0.1 }).sentence).toContain('may still be alive to earth, which was not read');
  });

  it('say that its earth is not proven, save where that is the finding', () => {
    const doubtful = { isEarthProven: false };
    expect(judged(MAINS, level(230), doubtful).sentence).toContain('The earth it was read to is not proven.');
    expect(judged(MAINS, level(230)).sentence).not.toContain('not proven');
    expect(judged(DC, { 'plus-minus': 24 }, doubtful).sentence).not.toContain('not proven');
    const alive = judged(MAINS, { 'L-N': 230, 'L-E': 0.5, 'N-E': 230 }, doubtful);
    expect([alive.pattern, alive.sentence.includes('not proven')]).toEqual(['frame-alive', false]);
    const loose = judged(MAINS, { 'L-N': 230, 'L-E': 114, 'N-E': 117 }, doubtful);
    expect([loose.pattern, loose.sentence.includes('not proven')]).toEqual(['floating', false]);
  });

  it('do not call a supply good whose bond nobody knows while its earth stands on a conductor, or nowhere', () => {
    expect(judged(UNKNOWN, level(230)).pattern).toBe('good');
    expect(judged(UNKNOWN, { 'L-N': 230, 'L-E': 0.4, 'N-E': 230 }).pattern).toBe('frame-alive');
    expect(judged(UNKNOWN, { 'L-N': 230, 'L-E': 116, 'N-E': 114 }).pattern).toBe('floating');
  });

  it('say what tired cells still give, and of cells alone', () => {
    expect(judged(CELLS, { 'plus-minus': 2.4 }).sentence).toContain('80 % of what fresh cells give: weak');
    expect(judged(CELLS, { 'plus-minus': 3 }).pattern).toBe('good');
    expect(judged(DC, { 'plus-minus': 19.2 }).pattern).toBe('low');
  });

  it('name a conductor of which the data say nothing, and no other', () => {
    const odd = machine({ system: 'dc', nominal: '24 V', terminals: terminals('plus', 'minus', 'sense') });
    const read = judged(odd, { 'plus-minus': 24, 'plus-sense': 24, 'minus-sense': 0 });
    expect(read.sentence).toContain('What sense is, the unit’s data do not say.');
    expect(judged(DC, { 'plus-minus': 24 }).sentence).not.toContain('data do not say');
  });

  it('write every pair in four digits', () => {
    expect(judged(MAINS, { 'L-N': 230.46, 'L-E': 230.1, 'N-E': 0.12 }).sentence).toContain('L-N 230.5 V, L-E 230.1 V');
  });

  it('advise to take the load off only where what hangs on it may feed a leg back', () => {
    const split = machine({
      system: 'split-phase',
      nominal: '240 V',
      bond: 'N-E',
      terminals: terminals('L1', 'L2', 'N', 'E'),
    });
    const one: Shown = { 'L1-N': 119, 'L2-N': 118, 'L1-L2': 0.8, 'L1-E': 119, 'L2-E': 118, 'N-E': 0.3 };
    const loaded = judged(split, one);
    expect([loaded.pattern, loaded.sentence.includes('Take the load off and read again')]).toEqual([
      'one-leg-or-fed-back',
      true,
    ]);
    const off = judged(split, one, { isUnloaded: true });
    expect([off.pattern, off.sentence.includes('Take the load off')]).toEqual(['both-on-one-leg', false]);
    // No more than three causes at once.
    expect(loaded.sentence.split(', or ').length).toBeLessThanOrEqual(3);
  });
});
