import { DEMO_MODEL } from '../testing/demo';
import {
  bypassRefusal,
  conductorPairs,
  deadLimit,
  elementName,
  isKnownElement,
  lintUnitModel,
  parseReference,
  protectionsBetween,
  terminalLabel,
  wireAt,
  Wiring,
  type DeviceDocument,
  type UnitModelDocument,
} from '.';

function changed(change: (model: Record<string, unknown>) => void): UnitModelDocument {
  const copy = structuredClone(DEMO_MODEL) as unknown as Record<string, unknown>;
  change(copy);
  return copy as unknown as UnitModelDocument;
}

const WIRING = new Wiring(DEMO_MODEL);

function withDevices(...devices: DeviceDocument[]): UnitModelDocument {
  return changed((model) => {
    model['devices'] = [...DEMO_MODEL.devices, ...devices];
  });
}

describe('the wiring list', () => {
  it('addresses terminals, the plug side of a pin and the end of a lifted wire', () => {
    for (const address of ['K1.A1', 'CB.X1.3', 'CB.X1.3@plug', 'w13@FS1.1', 'PE.2'])
      expect(WIRING.hasTerminal(address)).withContext(address).toBeTrue();
    for (const address of ['K1.A3', 'CB.X2.3', 'K9.1', 'w13@K1.A1', 'CB.X1.3@board'])
      expect(WIRING.hasTerminal(address)).withContext(address).toBeFalse();
  });

  it('names terminals and elements as they are called at the machine', () => {
    expect(terminalLabel(DEMO_MODEL, 'CB.X1.3')).toBe('X1·3');
    expect(terminalLabel(DEMO_MODEL, 'FS1.2')).toBe('FS1·2');
    expect(terminalLabel(DEMO_MODEL, 'CB.X1.3@plug')).toBe('X1·3 (plug side)');
    expect(elementName(DEMO_MODEL, 'FS1')).toBe('Float switch FS1');
    expect(elementName(DEMO_MODEL, 'w13')).toBe('Wire X1·3 to FS1·1');
    expect(elementName(DEMO_MODEL, 'K1:coil-open')).toBe('Pump contactor K1 (coil open)');
    expect(elementName(DEMO_MODEL, 'CB:mist-output')).toBe('Mist controller board CB, mist output');
    expect(wireAt(DEMO_MODEL, 'CB.X1.3')?.colour).toBe('red');
  });

  it('tells a board element from a failure mode', () => {
    expect(parseReference(DEMO_MODEL, 'CB:mist-output')).toEqual({ element: 'CB:mist-output', mode: undefined });
    expect(parseReference(DEMO_MODEL, 'K1:coil-open')).toEqual({ element: 'K1', mode: 'coil-open' });
    expect(isKnownElement(DEMO_MODEL, 'CB:nothing')).toBeFalse();
  });

  it('passes its own check', () => {
    expect(lintUnitModel(DEMO_MODEL)).toEqual([]);
  });

  it('finds what is wrong', () => {
    const found = (model: UnitModelDocument): string =>
      lintUnitModel(model)
        .map((each) => `${each.severity} ${each.path} ${each.message}`)
        .join('\n');
    expect(found(changed((model) => ((model['wires'] as { to: string }[])[0]!.to = 'T9.P1')))).toContain(
      'wires[0].to "T9.P1" is not a terminal',
    );
    expect(found(changed((model) => ((model['devices'] as { id: string }[])[3]!.id = 'T1')))).toContain(
      '"T1" is already used',
    );
    expect(found(withDevices({ id: 'H1', kind: 'heater' }))).toContain(
      'H1 has no power, resistance: a solver would have to guess',
    );
    expect(found(withDevices({ id: 'X9', kind: 'flux-condenser' }))).toContain('is not a kind of device');
    expect(found(withDevices({ id: 'S9', kind: 'selector', positions: ['off', 'on'] }))).toContain(
      'lists its own terminals',
    );
    expect(found(changed((model) => ((model['supplies'] as { from?: string }[])[1]!.from = 'T7')))).toContain(
      '"T7" is not an element',
    );
    expect(found(changed((model) => (model['wires'] as unknown[]).splice(10, 1)))).toContain('No wire lands on pin 3');
  });
});

describe('proving dead', () => {
  it('asks for every pair of conductors of a supply', () => {
    expect(conductorPairs(DEMO_MODEL, ['mains']).map((pair) => pair.name)).toEqual(['L-N', 'L-E', 'N-E']);
    expect(conductorPairs(DEMO_MODEL, ['control']).map((pair) => `${pair.from} ${pair.to}`)).toEqual([
      'CB.X1.1 CB.X1.8',
      'CB.X1.1 CB.X1.10',
      'CB.X1.8 CB.X1.10',
    ]);
  });

  // IEC 61010-1, from memory: 30 V AC, 60 V DC; wet places 16 V AC, 35 V DC.
  it('takes about nothing, 5 % of the nominal, and never more than would hurt', () => {
    const of = (nominal: string, kind: 'ac' | 'dc', place?: 'wet'): number =>
      deadLimit(
        new Wiring({ ...DEMO_MODEL, supplies: [{ id: 's', system: 'single-phase', nominal }] }),
        's',
        kind,
        place,
      );
    expect(of('230 V', 'ac')).toBeCloseTo(11.5, 9);
    expect(of('24 V', 'ac')).toBeCloseTo(1.2, 9);
    expect(of('690 V', 'ac')).toBe(30);
    expect(of('1500 V', 'dc')).toBe(60);
    expect(of('690 V', 'ac', 'wet')).toBe(16);
    expect(of('1500 V', 'dc', 'wet')).toBe(35);
    expect(deadLimit(WIRING, 'control', 'ac')).toBeCloseTo(1.2, 9);
  });
});

describe('bypasses', () => {
  it('lets a test jumper pass and knows the protection it takes away', () => {
    expect(bypassRefusal(WIRING, { from: 'FS1.1', to: 'FS1.2' })).toBeUndefined();
    expect(protectionsBetween(WIRING, { from: 'FS1.1', to: 'FS1.2' })).toEqual(['dry-run']);
    expect(protectionsBetween(WIRING, { from: 'CB.X1.3', to: 'CB.X1.6' })).toEqual(['dry-run', 'over-pressure']);
  });

  it('refuses to short a source, directly or with only contacts and fuses between', () => {
    expect(bypassRefusal(WIRING, { from: 'CB.X1.1', to: 'CB.X1.8' })).toContain('would short');
    expect(bypassRefusal(WIRING, { from: 'CB.X1.2', to: 'CB.X1.8' })).toContain('would short');
    expect(bypassRefusal(WIRING, { from: 'K1.A1', to: 'K1.A2' })).toContain('would short');
  });

  it('refuses flame, gas pressure and over-temperature protection however it is reached', () => {
    const guarded = changed((model) => {
      const devices = model['devices'] as { id: string; protection?: string }[];
      devices.find((device) => device.id === 'PS1')!.protection = 'flame';
    });
    expect(bypassRefusal(new Wiring(guarded), { from: 'PS1.1', to: 'PS1.2' })).toContain(
      'flame protection is never bypassed',
    );
    expect(bypassRefusal(new Wiring(guarded), { from: 'CB.X1.3', to: 'CB.X1.6' })).toContain(
      'flame protection is never bypassed',
    );
    expect(bypassRefusal(WIRING, { from: 'CB.X1.2', to: 'CB.X1.9', removes: 'over-temperature' })).toContain(
      'over temperature',
    );
  });

  it('refuses to feed a gas valve', () => {
    const gas = changed((model) => {
      model['devices'] = [
        ...DEMO_MODEL.devices,
        { id: 'GV1', kind: 'gas-valve', nominal: '24 V', resistance: '40 Ω', holding: '8 VA' },
      ];
      model['wires'] = [...DEMO_MODEL.wires, { id: 'w90', from: 'CB.X1.9', to: 'GV1.1' }];
    });
    expect(bypassRefusal(new Wiring(gas), { from: 'CB.X1.2', to: 'CB.X1.9' })).toContain('gas valve GV1');
  });
});
