import { freeUnitModel, type SupplySystem } from '../unit-model';
import { supplyPicture } from '.';

/** Volts between two conductors of the picture: how far apart they stand. */
function between(system: SupplySystem, nominal: string, one: string, other: string): number {
  const all = supplyPicture(freeUnitModel([{ system, nominal }]), system);
  const [a, b] = [one, other].map((name) => all.find((each) => each.name === name));
  if (!a || !b) throw new Error(`${system} has no ${one} or ${other}`);
  return Math.hypot(a.up - b.up, a.right - b.right);
}

describe('a supply as phasors', () => {
  // IEC 60038 for 230/400 V; ANSI C84.1 for 120/240 V and the delta with a tapped winding.
  for (const [system, nominal, one, other, volts] of [
    ['single-phase', '230 V', 'L', 'N', 230],
    ['single-phase', '230 V', 'L', 'E', 230],
    ['single-phase', '230 V', 'N', 'E', 0],
    ['three-phase', '400 V', 'L1', 'L2', 400],
    ['three-phase', '400 V', 'L2', 'L3', 400],
    ['three-phase', '400 V', 'L3', 'L1', 400],
    ['three-phase', '400 V', 'L2', 'N', 231],
    ['split-phase', '240 V', 'L1', 'L2', 240],
    ['split-phase', '240 V', 'L1', 'N', 120],
    ['split-phase', '240 V', 'L2', 'E', 120],
    ['high-leg', '240 V', 'L1', 'L3', 240],
    ['high-leg', '240 V', 'L2', 'N', 208],
    ['high-leg', '240 V', 'L1', 'N', 120],
  ] as const)
    it(`${system} ${nominal}: ${one} to ${other} is ${volts} V`, () =>
      expect(Math.abs(between(system, nominal, one, other) - volts)).toBeLessThan(1));

  it('has every conductor once, the earth among them, and nothing of a supply that is not there', () => {
    const all = supplyPicture(freeUnitModel([{ system: 'three-phase' }]), 'three-phase');
    expect(all.map(({ name }) => name).sort()).toEqual(['E', 'L1', 'L2', 'L3', 'N']);
    expect(all.filter(({ isEarth }) => isEarth).map(({ name }) => name)).toEqual(['E']);
    expect(supplyPicture(freeUnitModel([{ system: 'dc' }]), 'no such supply')).toEqual([]);
  });
});
