import fc from 'fast-check';
import { BURNER_CONTEXT } from '../testing/burner';
import { BENCH_CONTEXT } from '../testing/traps';
import { DEMO_CONTEXT, DEMO_MODEL } from '../testing/demo';
import { bypassRefusal, protectionsBetween } from './bypass-refusal';
import { BOARD_FUNCTION_KINDS, type BoardFunctionDocument, type UnitModelDocument } from './unit-model-document';
import { conductorsOf } from './conduction';
import { freeUnitModel } from './free-unit-model';
import { Wiring } from './wiring';

const BURNER = BURNER_CONTEXT.wiring;
const BENCH = BENCH_CONTEXT.wiring;
const PUMP = DEMO_CONTEXT.wiring;

/** A rail, a controller's contact of this kind, and a gas valve behind a plain contact. */
function gasTrain(gate: BoardFunctionDocument): Wiring {
  const model: UnitModelDocument = {
    format: 'juxtameter/unit-model',
    version: 1,
    id: 'm',
    name: 'M',
    supplies: [{ id: 's', system: 'class-2-ac', nominal: '24 V', terminals: { feed: 'B.X.1', return: 'B.X.2' } }],
    boards: [
      {
        id: 'B',
        name: 'B',
        connectors: [{ id: 'X', pluggable: true, pins: ['1', '2', '3', '4', '5'].map((id) => ({ id })) }],
        functions: [gate],
      },
    ],
    devices: [
      { id: 'S1', kind: 'switch', closedWhen: 'cold' },
      { id: 'GV', kind: 'gas-valve', nominal: '24 V', resistance: '40 Ω', holding: '8 VA' },
      { id: 'K', kind: 'relay', coil: { nominal: '24 V', resistance: '200 Ω' }, contacts: [['13', '14']] },
      { id: 'GV2', kind: 'gas-valve', nominal: '24 V', resistance: '40 Ω', holding: '8 VA' },
    ] as UnitModelDocument['devices'],
    wires: [
      { id: 'w1', from: 'B.X.3', to: 'S1.1' },
      { id: 'w2', from: 'S1.2', to: 'GV.1' },
      { id: 'w3', from: 'GV.2', to: 'B.X.2' },
      { id: 'w4', from: 'B.X.5', to: 'K.A1' },
      { id: 'w5', from: 'K.A2', to: 'B.X.2' },
      { id: 'w6', from: 'B.X.1', to: 'K.13' },
      { id: 'w7', from: 'K.14', to: 'GV2.1' },
      { id: 'w8', from: 'GV2.2', to: 'B.X.2' },
    ],
  };
  return new Wiring(model);
}

const RELAY: BoardFunctionDocument = { id: 'g', kind: 'relay', contacts: [{ common: 'B.X.1', operated: 'B.X.3' }] };

describe('a jumper is refused', () => {
  it('for what it does to a gas valve, through contacts, board fuses and resistors, and through the coil of a relay', () => {
    const train = gasTrain(RELAY);
    expect(bypassRefusal(train, { from: 'B.X.1', to: 'B.X.3' })).toContain('gas valve GV is never fed');
    expect(bypassRefusal(train, { from: 'B.X.1', to: 'S1.1' })).toContain('gas valve GV is never fed');
    expect(bypassRefusal(train, { from: 'B.X.1', to: 'S1.2' })).toContain('gas valve GV is never fed');
    expect(bypassRefusal(train, { from: 'B.X.1', to: 'B.X.5' })).toContain('gas valve GV2 is never fed');
    for (const kind of ['fuse', 'resistor'] as const) {
      const through = gasTrain({ id: 'g', kind, between: ['B.X.4', 'B.X.3'] });
      expect(bypassRefusal(through, { from: 'B.X.1', to: 'B.X.4' }))
        .withContext(kind)
        .toContain('gas valve GV is never fed');
    }
  });

  it('not where the controller still decides', () => {
    const waiting = gasTrain({ id: 'g', kind: 'triac', between: ['B.X.4', 'B.X.3'] });
    expect(bypassRefusal(waiting, { from: 'B.X.1', to: 'B.X.4' })).toBeUndefined();
    expect(bypassRefusal(BURNER, { from: 'BC.X3.6', to: 'BC.X3.7' })).toBeUndefined();
    expect(bypassRefusal(PUMP, { from: 'FS1.1', to: 'FS1.2' })).toBeUndefined();
    expect(bypassRefusal(PUMP, { from: 'CB.X1.2', to: 'CB.X1.9' })).toBeUndefined();
  });

  it('for a short of two poles through relays that may be closed, and not across the contact alone', () => {
    for (const [from, to] of [
      ['Q1.2', 'Q1.4'],
      ['HB.X2.1', 'HB.X2.2'],
      ['H1.1', 'H1.2'],
      ['HB.X2.1', 'NB.1'],
    ] as const)
      expect(bypassRefusal(BENCH, { from, to })).withContext(`${from} ${to}`).toContain('would short');
    expect(bypassRefusal(BENCH, { from: 'HB.X1.1', to: 'HB.X2.1' })).toBeUndefined();
    expect(bypassRefusal(PUMP, { from: 'T1.P1', to: 'T1.P2' })).toContain('would short');
    expect(bypassRefusal(PUMP, { from: 'T1.S1', to: 'T1.S2' })).toContain('would short');
  });

  it('by its own reason, whichever way round and whatever side of a plug or end of a lifted wire is named', () => {
    for (const wiring of [BURNER, BENCH, PUMP, gasTrain(RELAY)]) {
      const points = [...wiring.terminals];
      const ways = (point: string): readonly string[] => [
        point,
        `${point}@plug`,
        ...wiring.model.wires
          .filter(({ from, to }) => from === point || to === point)
          .map(({ id }) => `${id}@${point}`),
      ];
      fc.assert(
        fc.property(
          fc.constantFrom(...points),
          fc.constantFrom(...points),
          fc.nat(9),
          fc.nat(9),
          (from, to, one, other) => {
            const plain = bypassRefusal(wiring, { from, to });
            const [a, b] = [ways(from), ways(to)];
            const named = { from: a[one % a.length] ?? from, to: b[other % b.length] ?? to };
            expect(bypassRefusal(wiring, named)).withContext(`${named.from} ${named.to}`).toBe(plain);
            const turned = bypassRefusal(wiring, { from: to, to: from });
            expect(turned === undefined).toBe(plain === undefined);
            expect(new Set(protectionsBetween(wiring, named))).toEqual(
              new Set(protectionsBetween(wiring, { from, to })),
            );
          },
        ),
        { numRuns: 60 },
      );
    }
  });

  it('at a point nobody can place, on a machine that is drawn; on one that is not, conductors are known by name', () => {
    expect(bypassRefusal(PUMP, { from: 'the blue wire', to: 'FS1.2' })).toContain('“the blue wire” is no point');
    const free = new Wiring(freeUnitModel([{ system: 'three-phase' }]));
    expect(bypassRefusal(free, { from: 'the float', to: 'the pump' })).toBeUndefined();
    expect(bypassRefusal(free, { from: 'L1', to: 'L2' })).toContain('would short');
    expect(bypassRefusal(free, { from: 'l1', to: 'n' })).toContain('would short');
  });

  it('knows of every kind of board function whether it carries current', () => {
    const carrying = BOARD_FUNCTION_KINDS.filter((kind) => {
      const board = { ...DEMO_MODEL.boards[0], functions: [{ id: 'f', kind, between: ['CB.X1.4', 'CB.X1.6'] }] };
      const model = { ...DEMO_MODEL, boards: [board] } as UnitModelDocument;
      return conductorsOf(model).some(({ element }) => element === 'CB:f');
    });
    expect(carrying).toEqual(['relay', 'triac', 'driver', 'trace', 'fuse', 'resistor']);
  });
});
