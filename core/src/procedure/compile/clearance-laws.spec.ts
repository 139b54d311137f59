import fc from 'fast-check';
import bench from '../../../../demo/data/unit-models/heat-bench.json';
import burner from '../../../../demo/data/unit-models/co2-burner.json';
import fan from '../../../../demo/data/unit-models/fan-inverter.json';
import pump from '../../../../demo/data/unit-models/mist-pump-panel.json';
import vent from '../../../../demo/data/unit-models/roof-vent-drive.json';
import { resolveExpectation } from '../../expectation';
import { size, solveNodes, type Branch } from '../../testing/nodal';
import {
  deviceOhms,
  parseAddress,
  seriesElements,
  terminalsOf,
  wireEdges,
  Wiring,
  type DeviceDocument,
  type UnitModelDocument,
} from '../../unit-model';
import type { SetPart } from '../procedure-document';
import { clearanceMembers } from './clearance-members';

const DEMOS = [bench, burner, fan, pump, vent] as unknown as readonly UnitModelDocument[];
const BOARDS = DEMOS.flatMap((model) => model.boards.map(({ id }) => [model, id] as const));

/** A wire that is whole, and a fault that is none: ohms far under anything that is read. */
const WIRE = 1e-6;

/** A harness with its resistances chosen, measured by Kirchhoff's current law: the oracle knows nothing of the lists. */
class Harness {
  private readonly branches: Branch[] = [];

  constructor(
    readonly model: UnitModelDocument,
    pulled: string,
    choose: (low: number, high: number) => number,
    isClosed: (element: string) => boolean,
  ) {
    const without = { ...model, boards: model.boards.filter(({ id }) => id !== pulled) };
    for (const { from, to } of wireEdges(without)) this.join(from, to, WIRE);
    for (const { id, between, isOpenAtRest } of seriesElements(without))
      if (!isOpenAtRest && isClosed(id)) this.join(...between, WIRE);
    for (const { from, to, lowest, highest } of deviceOhms(without)) this.join(from, to, choose(lowest, highest));
  }

  join(from: string, to: string, ohms: number): void {
    if (Number.isFinite(ohms)) this.branches.push({ from, to, siemens: { re: 1 / ohms, im: 0 } });
  }

  /** Ohms between two terminals: one volt across them, divided by the amps that flow. */
  ohms(from: string, to: string): number {
    const [source, ground] = [parseAddress(from)?.terminal ?? from, parseAddress(to)?.terminal ?? to];
    const reached = new Set([source]);
    for (const node of reached)
      for (const { from: a, to: b } of this.branches) {
        if (a === node) reached.add(b);
        if (b === node) reached.add(a);
      }
    if (!reached.has(ground)) return Infinity;
    const branches = this.branches.filter(({ from: a }) => reached.has(a));
    const held = new Map([
      [source, { re: 1, im: 0 }],
      [ground, { re: 0, im: 0 }],
    ]);
    const volts = solveNodes(held, branches);
    const amps = branches.reduce((sum, { from: a, to: b, siemens }) => {
      const drop = size(volts.get(a) ?? { re: 0, im: 0 }) - size(volts.get(b) ?? { re: 0, im: 0 });
      return sum + (a === source ? drop : b === source ? -drop : 0) * siemens.re;
    }, 0);
    return 1 / amps;
  }
}

function band({ expect: should }: SetPart): { readonly low: number; readonly high: number } {
  return resolveExpectation(should ?? { kind: 'unknown' }, 'resistance');
}

/** Parts of a clearance that read under their band. */
function tooLow(harness: Harness, parts: readonly SetPart[]): readonly string[] {
  return parts.filter((part) => harness.ohms(part.from ?? '', part.to ?? '') < band(part).low).map(({ id }) => id);
}

const middle = (low: number, high: number): number => (Number.isFinite(high) ? Math.sqrt(low * high) : high);

/** The ends of every winding, coil or element of a device, as its document names them. */
function loadsOf(device: DeviceDocument): readonly (readonly (string | undefined)[])[] {
  if (device.coil) return [['A1', 'A2']];
  return device.windings?.map(({ between }) => between) ?? [terminalsOf(device).slice(0, 2)];
}

describe('what is read before a board gets power', () => {
  it('never finds fault with a sound harness, cold or hot, whatever its switches', () => {
    for (const [model, board] of BOARDS) {
      const parts = clearanceMembers(new Wiring(model), board);
      fc.assert(
        fc.property(
          fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
          fc.boolean(),
          (shares, areClosed) => {
            const share = (): number => (shares.next().value as number | undefined) ?? 0;
            const harness = new Harness(
              model,
              board,
              (low, high) => (Number.isFinite(high) ? low + share() * (high - low) : share() < 0.5 ? low : high),
              () => areClosed || share() < 0.5,
            );
            expect(tooLow(harness, parts)).withContext(board).toEqual([]);
          },
        ),
        { numRuns: 40 },
      );
      const seen = new Harness(model, board, middle, () => true);
      const unseen = parts.filter((part) => seen.ohms(part.from ?? '', part.to ?? '') > band(part).high);
      expect(unseen.map(({ id }) => id))
        .withContext(`${board}, everything seen with its switches closed`)
        .toEqual([]);
    }
  });

  it('finds every load that is shorted, each winding, with one end off the board or behind a contactor', () => {
    let shorted = 0;
    for (const [model, board] of BOARDS) {
      const parts = clearanceMembers(new Wiring(model), board);
      const read = new Set(parts.filter(({ id }) => id.startsWith('across-')).map(({ id }) => id.split('-')[1]));
      for (const device of model.devices.filter(({ id }) => read.has(id)))
        for (const [a, b] of loadsOf(device)) {
          const harness = new Harness(model, board, middle, () => true);
          harness.join(`${device.id}.${a ?? ''}`, `${device.id}.${b ?? ''}`, 0.05);
          expect(tooLow(harness, parts)).withContext(`${board}: ${device.id}, ${a} to ${b}`).not.toEqual([]);
          shorted += 1;
        }
    }
    expect(shorted).toBe(15);
  });

  it('lets no lead touch earth or the lead beside it unseen', () => {
    for (const [model, board] of BOARDS) {
      const wiring = new Wiring(model);
      const parts = clearanceMembers(wiring, board);
      for (const part of parts.filter(({ id }) => !id.startsWith('across-'))) {
        const harness = new Harness(model, board, middle, () => true);
        const [from, to] = [part.from ?? '', part.to ?? ''].map((point) => parseAddress(point)?.terminal ?? point);
        harness.join(from ?? '', to ?? '', 0.05);
        expect(tooLow(harness, parts)).withContext(`${board}: ${part.id}`).toContain(part.id);
      }
    }
  });

  it('takes a load whose switch is open for not seen, never for cleared', () => {
    const parts = clearanceMembers(
      new Wiring(behindSwitch({ id: 'H9', kind: 'heater', power: '1 kW', resistance: '53 Ω' })),
      'BX',
    );
    const across = parts.find(({ id }) => id === 'across-H9');
    if (!across) throw new Error('The heater is not read.');
    expect(band(across).high).toBeLessThan(Infinity);
  });

  it('can be written down whatever a part is rated, and where a load lies between neutral and earth', () => {
    for (const resistance of ['0 Ω', '0.001 Ω', '53 Ω', '9.99 Ω', '999 kΩ', '470 MΩ'])
      for (const to of ['N9.2', 'PE.1']) {
        const model = behindSwitch({ id: 'H9', kind: 'heater', power: '1 kW', resistance });
        const wires = model.wires.map((wire) => (wire.id === 'c' ? { ...wire, to } : wire));
        const neutral = { id: 'd', from: 'BX.X1.1', to: 'N9.1' };
        for (const each of [wires, [...wires, neutral]])
          for (const part of clearanceMembers(new Wiring({ ...model, wires: each }), 'BX')) {
            const { low, high } = band(part);
            expect(low >= 0 && low < high)
              .withContext(`${part.id} ${resistance} to ${to}`)
              .toBeTrue();
          }
      }
  });

  it('refuses no motor of an ohm, no thermistor that is hot, and nothing that has no rating', () => {
    const least = (device: DeviceDocument): number => {
      const across = clearanceMembers(new Wiring(behindSwitch(device)), 'BX').find(({ id }) => id === 'across-H9');
      return across ? band(across).low : NaN;
    };
    const windings = [{ between: ['1', '2'], resistance: '1.2 Ω' }];
    expect(least({ id: 'H9', kind: 'motor', terminals: ['1', '2'], power: '2 kW', windings })).toBe(0.6);
    // 10 kΩ at 25 °C with a beta of 3950 K is 275 Ω at 130 °C.
    expect(least({ id: 'H9', kind: 'ntc', resistance: '10 kΩ' })).toBeLessThan(275);
    expect(least({ id: 'H9', kind: 'heater', resistance: '53 Ω?' })).toBe(0.3);
    expect(least({ id: 'H9', kind: 'three-wire-sensor', terminals: ['1', '2'] })).toBeLessThan(1);
  });
});

/** One load behind a switch, its other end at a neutral bar: nothing comes back to the board. */
function behindSwitch(device: DeviceDocument): UnitModelDocument {
  const [first, second] = terminalsOf(device).slice(-2);
  return {
    ...vent,
    supplies: [
      {
        id: 'mains',
        system: 'single-phase',
        nominal: '230 V',
        bond: 'N-E',
        terminals: { L: 'Q9.2', N: 'N9.1', E: 'PE.1' },
      },
    ],
    calls: [],
    boards: [
      {
        id: 'BX',
        name: 'board',
        connectors: [{ id: 'X1', pluggable: true, pins: [{ id: '1', role: 'output' }] }],
      },
    ],
    devices: [
      { id: 'Q9', kind: 'isolator' },
      { id: 'PE', kind: 'bus', terminals: ['1'] },
      { id: 'N9', kind: 'bus', terminals: ['1', '2'] },
      { id: 'S9', kind: 'switch', closedWhen: 'cold' },
      device,
    ],
    wires: [
      { id: 'a', from: 'BX.X1.1', to: 'S9.1' },
      { id: 'b', from: 'S9.2', to: `${device.id}.${first ?? ''}` },
      { id: 'c', from: `${device.id}.${second ?? ''}`, to: 'N9.2' },
    ],
  } as unknown as UnitModelDocument;
}
