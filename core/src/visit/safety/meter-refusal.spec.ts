import { readMeter } from '../../meter';
import type { SupplyState } from '../../procedure';
import { Wiring, type UnitModelDocument } from '../../unit-model';
import { meterRefusal, type AboutToMeasure } from '.';

/** A supply of this voltage and category at X.L and X.N, its earth at X.E, and a lone terminal beside. */
const model = (nominal: string, category?: string): UnitModelDocument => ({
  format: 'juxtameter/unit-model',
  version: 1,
  id: 'm',
  name: 'M',
  supplies: [
    {
      id: 'mains',
      name: 'house',
      system: 'single-phase',
      nominal,
      terminals: { L: 'X.L', N: 'X.N', E: 'X.E' },
      ...(category === undefined ? {} : { category }),
    },
  ],
  boards: [],
  devices: [{ id: 'X', kind: 'terminal-strip', terminals: ['L', 'N', 'E', 'free', 'other'] }],
  wires: [{ id: 'w', from: 'X.free', to: 'X.other' }],
});

const meter = (category: string) =>
  readMeter({ format: 'juxtameter/meter', version: 1, id: 'm', name: 'Little', category, functions: [] });

function refused(
  about: AboutToMeasure,
  {
    nominal = '230 V',
    place,
    rated = 'CAT II 300 V',
    supply,
  }: {
    readonly nominal?: string;
    readonly place?: string;
    readonly rated?: string | null;
    readonly supply?: SupplyState;
  } = {},
): string | undefined {
  const state = { conditions: supply === undefined ? {} : { supplies: { mains: supply } } };
  return meterRefusal(new Wiring(model(nominal, place)), state, rated === null ? undefined : meter(rated), about);
}

const VOLTS: AboutToMeasure = { function: 'ac-voltage', from: 'X.L', to: 'X.N' };

describe('a meter is refused', () => {
  it('over its voltage at the category of the place, and not at it', () => {
    expect(refused(VOLTS, { nominal: '300 V', place: 'CAT II' })).toBeUndefined();
    expect(refused(VOLTS, { nominal: '301 V', place: 'CAT II' })).toContain(
      'Little is built for CAT II 300 V; here it takes CAT II 301',
    );
    expect(refused(VOLTS, { place: 'CAT III' })).toContain('here it takes CAT III 230');
    expect(refused(VOLTS, { place: 'CAT III', rated: 'CAT III 300 V' })).toBeUndefined();
    expect(refused(VOLTS, { place: 'CAT II', rated: 'CAT II 200 V' })).toContain('CAT II 230');
  });

  it('for less than CAT III at mains of which nobody says the category, and not behind a transformer', () => {
    expect(refused(VOLTS)).toContain('here it takes CAT III 230');
    expect(refused(VOLTS, { rated: 'CAT III 300 V' })).toBeUndefined();
    const derived = model('24 V');
    const supplies = derived.supplies.map((each) => ({ ...each, system: 'class-2-ac', from: 'T1' }) as const);
    const wiring = new Wiring({ ...derived, supplies });
    expect(meterRefusal(wiring, { conditions: {} }, meter('CAT II 300 V'), VOLTS)).toBeUndefined();
  });

  it('by what the quantity would have, where that is more than the supply', () => {
    expect(refused({ ...VOLTS, of: 650 })).toContain('650');
    expect(refused({ ...VOLTS, from: 'X.free', to: 'X.other', of: 301 })).toContain('301');
    expect(refused({ ...VOLTS, from: 'X.free', to: 'X.other', of: 300 })).toBeUndefined();
    expect(refused({ ...VOLTS, from: 'X.free', to: 'X.other' }, { nominal: '650 V' })).toBeUndefined();
  });

  it('whatever the supply is said to be, until it is proven dead', () => {
    for (const supply of [undefined, 'on', 'unknown', 'off', 'locked'] as const)
      expect(refused(VOLTS, { nominal: '650 V', ...(supply ? { supply } : {}) }))
        .withContext(String(supply))
        .toBeDefined();
    expect(refused(VOLTS, { nominal: '650 V', supply: 'proven-dead' })).toBeUndefined();
  });

  it('with one probe on a live conductor, and not for the earth alone', () => {
    expect(refused({ ...VOLTS, to: 'X.free' }, { nominal: '650 V' })).toBeDefined();
    expect(refused({ ...VOLTS, from: 'X.free', to: 'X.N' }, { nominal: '650 V' })).toBeDefined();
    expect(refused({ ...VOLTS, from: 'X.E', to: 'X.free' }, { nominal: '650 V' })).toBeUndefined();
  });

  it('for amps across a supply with any meter, and not in series', () => {
    const amps: AboutToMeasure = { function: 'ac-current', from: 'X.L', to: 'X.N' };
    expect(refused(amps, { rated: null })).toContain('Amps across the house supply would short it');
    expect(refused(amps, { supply: 'proven-dead' })).toBeUndefined();
    expect(refused({ ...amps, from: 'X.free', to: 'X.other' })).toBeUndefined();
    expect(refused({ ...amps, to: 'X.free' })).toBeUndefined();
  });

  it('never for ohms, a diode, or where no meter is named', () => {
    expect(refused({ ...VOLTS, function: 'resistance' }, { nominal: '650 V' })).toBeUndefined();
    expect(refused({ ...VOLTS, function: 'diode' }, { nominal: '650 V' })).toBeUndefined();
    expect(refused(VOLTS, { nominal: '650 V', rated: null })).toBeUndefined();
  });
});
