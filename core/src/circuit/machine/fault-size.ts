import { ratedOr, ratedPart } from './rated';
import type { InjectedFault } from './situation';
import { USUAL_OHMS } from './usual-ohms';

/** What a fault of high resistance has where nobody says. */
const POOR_JOINT = 200;
/** What an earth fault has where nobody says. */
export const EARTH_LEAK = 500;

export function poorJoint(faults: readonly InjectedFault[]): number {
  return faults.reduce(
    (ohms, fault) => (fault.mode === 'high-resistance' ? ohms + sizeOf(fault, POOR_JOINT) : ohms),
    0,
  );
}

export function isEarthFault({ mode }: InjectedFault): boolean {
  return mode === 'earth-leak' || mode === 'short-to-earth';
}

export function sizeOf({ size, mode }: InjectedFault, usual: number): number {
  return ratedOr(mode === 'short-to-earth' ? USUAL_OHMS.contact : usual, size, 'resistance');
}

/** "-15 %" as 0.85. */
export function partOf({ size, mode }: InjectedFault, usual = mode === 'high' ? 1.15 : 0.8): number {
  const part = ratedPart(size);
  return part === undefined ? usual : 1 + part;
}
