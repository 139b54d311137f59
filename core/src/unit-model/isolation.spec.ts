import fc from 'fast-check';
import bench from '../../../demo/data/unit-models/heat-bench.json';
import burner from '../../../demo/data/unit-models/co2-burner.json';
import fan from '../../../demo/data/unit-models/fan-inverter.json';
import pump from '../../../demo/data/unit-models/mist-pump-panel.json';
import vent from '../../../demo/data/unit-models/roof-vent-drive.json';
import { isCutOff, Wiring, type AsItStands, type UnitModelDocument } from '.';

const WIRINGS = ([bench, burner, fan, pump, vent] as unknown as readonly UnitModelDocument[]).map(
  (model) => new Wiring(model),
);

/**
 * Copper as it lies there, apart from the code under test: pieces of wire, devices and boards that touch, grown from the
 * point until nothing is added. True where a piece of a supply, a board, a battery or a capacitor belongs to it.
 */
function isFed({ model }: Wiring, point: string, stands: AsItStands): boolean {
  const boards = model.boards.map(({ id }) => id);
  const side = (terminal: string): string => {
    const [board = '', connector = ''] = terminal.split('.');
    return boards.includes(board) && stands.connectors?.[`${board}.${connector}`] === 'out'
      ? `${terminal}@plug`
      : terminal;
  };
  const pieces: string[][] = [
    ...model.wires.map(({ id, from, to }) =>
      [from, to].map((end) => (stands.leads?.[id] === end ? `${id}@${end}` : side(end))),
    ),
    ...model.devices.map(({ id, kind }) => [
      id,
      ...model.wires.flatMap(({ from, to }) => [from, to]).filter((end) => end.split('.')[0] === id),
      ...(kind === 'battery' || kind === 'capacitor' ? ['a source'] : []),
    ]),
    ...model.wires.flatMap(({ from, to }) =>
      [from, to]
        .filter((end) => boards.includes(end.split('.')[0] ?? '') && side(end) === end)
        .map((end) => [end, 'a source']),
    ),
    ...model.supplies.flatMap(({ terminals = {} }) =>
      Object.entries(terminals).flatMap(([name, end]) => (name === 'E' ? [] : [[end, `${end}@plug`, 'a source']])),
    ),
  ];
  const earth = new Set(
    model.devices
      .filter(({ kind }) => kind === 'bus' || kind === 'chassis')
      .map(({ id }) => id)
      .filter((id) => ['PE', 'FR'].includes(id)),
  );
  const grown = new Set([point]);
  for (let before = -1; before < grown.size;) {
    before = grown.size;
    for (const piece of pieces)
      if (piece.some((each) => grown.has(each)) && !piece.some((each) => earth.has(each)))
        piece.forEach((each) => grown.add(each));
  }
  return grown.has('a source');
}

const points = ({ model }: Wiring): readonly string[] => [
  ...new Set(
    model.wires
      .flatMap(({ from, to }) => [from, to])
      .flatMap((end) => [end, ...(end.split('.').length === 3 ? [`${end}@plug`] : [])]),
  ),
];

/** Plugs and leads in any state. */
const standing = ({ model }: Wiring): fc.Arbitrary<AsItStands> => {
  const plugs = model.boards.flatMap(({ id, connectors }) => connectors.map((each) => `${id}.${each.id}`));
  return fc.record({
    connectors: fc.subarray(plugs).map((out) => Object.fromEntries(out.map((plug) => [plug, 'out']))),
    leads: fc
      .subarray([...model.wires], { maxLength: 4 })
      .chain((wires) => fc.tuple(fc.constant(wires), fc.array(fc.boolean(), { minLength: 4, maxLength: 4 })))
      .map(([wires, ends]) =>
        Object.fromEntries(wires.map(({ id, from, to }, index) => [id, ends[index] ? from : to])),
      ),
  });
};

describe('points that hands have cut off from every source', () => {
  it('are fed by nothing, however plugs and leads stand', () => {
    let cut = 0;
    for (const wiring of WIRINGS)
      fc.assert(
        fc.property(standing(wiring), fc.constantFrom(...points(wiring)), (stands, point) => {
          if (!isCutOff(wiring, [point], stands)) return;
          cut += 1;
          expect(isFed(wiring, point, stands))
            .withContext(`${point} ${JSON.stringify(stands)}`)
            .toBeFalse();
        }),
        { numRuns: 400 },
      );
    expect(cut).toBeGreaterThan(100);
  });

  it('are none while every plug is in and every lead sits, nor with a jumper in, nor where nobody has drawn them', () => {
    for (const wiring of WIRINGS) {
      const plugs = wiring.model.boards.flatMap(({ id, connectors }) => connectors.map((each) => `${id}.${each.id}`));
      const connectors = Object.fromEntries(plugs.map((plug) => [plug, 'out']));
      for (const point of new Set([...points(wiring), ...wiring.terminals])) {
        expect(isCutOff(wiring, [point], {}))
          .withContext(point)
          .toBeFalse();
        expect(isCutOff(wiring, [point], { connectors, bypasses: { j: 'in' } })).toBeFalse();
      }
      expect(isCutOff(wiring, ['the grey wire behind'], { connectors })).toBeFalse();
      expect(isCutOff(wiring, [], { connectors })).toBeFalse();
    }
  });

  it('are never more with a plug put in or a lead put back', () => {
    for (const wiring of WIRINGS)
      fc.assert(
        fc.property(standing(wiring), fc.constantFrom(...points(wiring)), fc.nat(), (stands, point, pick) => {
          const { connectors = {}, leads = {} } = stands;
          const undone = [...Object.keys(connectors), ...Object.keys(leads)];
          const back = undone[pick % Math.max(1, undone.length)] ?? '';
          const without = (map: Readonly<Record<string, string>>): Readonly<Record<string, string>> =>
            Object.fromEntries(Object.entries(map).filter(([id]) => id !== back));
          // A lead put back makes of its free end the terminal it sits on: another point.
          if (point.includes('@') && !point.endsWith('@plug')) return;
          if (!isCutOff(wiring, [point], stands))
            expect(isCutOff(wiring, [point], { connectors: without(connectors), leads: without(leads) }))
              .withContext(`${point}, ${back} back`)
              .toBeFalse();
        }),
        { numRuns: 400 },
      );
  });

  it('are the two of a switch whose plug is out, and not those of a load that stays on a rail', () => {
    const wiring = new Wiring(burner as unknown as UnitModelDocument);
    const out = { connectors: { 'BC.X3': 'out' } };
    expect(isCutOff(wiring, ['PS1.1', 'PS1.2'], out)).toBeTrue();
    expect(isCutOff(wiring, ['GV1.1', 'BC.X3.9@plug'], out)).toBeTrue();
    // The control voltage comes in at X3 along the harness, and the igniter hangs on neutral.
    expect(isCutOff(wiring, ['BC.X3.1@plug', 'CC.1'], out)).toBeFalse();
    expect(isCutOff(wiring, ['IG1.1', 'IG1.2'], { connectors: { 'BC.X2': 'out' } })).toBeFalse();
    expect(isCutOff(wiring, ['GV1.1', 'PE.1'], out)).toBeFalse();
    // A motor's frame on the earth bar feeds it nothing.
    expect(isCutOff(wiring, ['FM1.L', 'FM1.N'], { connectors: { 'BC.X2': 'out' } })).toBeTrue();
    // At a pulled plug whose side is not said the probe may be on the board.
    expect(isCutOff(wiring, ['BC.X3.6@plug'], out)).toBeTrue();
    expect(isCutOff(wiring, ['BC.X3.6'], out)).toBeFalse();
    expect(isCutOff(wiring, ['BC.X9.1@plug'], { connectors: { 'BC.X9': 'out' } })).toBeFalse();
  });

  it('are those between two lifted leads, and the free end of a lead only where it is lifted', () => {
    const wiring = new Wiring(burner as unknown as UnitModelDocument);
    expect(isCutOff(wiring, ['GV1.1', 'GV1.2'], { leads: { w22: 'GV1.1', w23: 'GV1.2' } })).toBeTrue();
    expect(isCutOff(wiring, ['GV1.1', 'GV1.2'], { leads: { w22: 'GV1.1' } })).toBeFalse();
    const off = { leads: { w20: 'BC.X3.6', w21: 'BC.X3.7' } };
    expect(isCutOff(wiring, ['w20@BC.X3.6'], off)).toBeTrue();
    expect(isCutOff(wiring, ['PS1.1', 'PS1.2'], off)).toBeTrue();
    expect(isCutOff(wiring, ['w20@BC.X3.6'], {})).toBeFalse();
    expect(isCutOff(wiring, ['w20@BC.X3.6'], { leads: { w20: 'PS1.1' } })).toBeFalse();
  });
});
