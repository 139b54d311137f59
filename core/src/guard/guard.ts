import type { MeasurementFunction } from '../quantity';
import type { JudgementNote } from '../verdict';

/** Ways to go wrong that are not about one comparison. */
export const VISIT_GUARDS = [
  'meter-unproven',
  'old-leads',
  'find-the-short',
  'ohms-are-not-insulation',
  'earth-not-proven',
  'to-earth-only',
  'no-reading',
  'hold-off-running',
  'intermittent',
  'before-the-repair',
  'zero-closed-or-dead',
  'one-leg-or-fed-back',
  'equal-to-neutral',
  'fed-back',
  'return-not-call',
  'reference-not-proven',
  'sneak-path',
  'closed-not-seen',
  'lost-between-boards',
  'shared-or-own',
  'fed-and-idle',
  'shown-to-work',
  'powered-uncleared',
] as const;
export type VisitGuard = (typeof VISIT_GUARDS)[number];

export type GuardId = JudgementNote | VisitGuard;

/** The reading that settles which of two things it is. */
export interface Settling {
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** Expected value as one line. */
  readonly expects: string;
  /** Where and under what: "X1·3 to X1·8, with mist called". */
  readonly words: string;
}

/** A trap of the trade that this visit stands in front of, by name. */
export interface Guard {
  readonly id: GuardId;
  /** What is wrong with going on, and what settles it. */
  readonly words: string;
  /** Events it is about. */
  readonly events: readonly string[];
  readonly settle?: Settling;
}

/** What each trap is, in a colleague's words. */
export const GUARD_WORDS: Readonly<Record<GuardId, string>> = {
  'no-expected-value':
    'Nobody knows what it should be: it passes nothing and accuses nothing. Find the sheet, or a sister to compare with.',
  'variant-unknown': 'The documents disagree and nobody said which holds here. Look which variant this is.',
  'guessed-reference': 'The other quantity was guessed, so nothing passes by it. Measure it.',
  'alike-and-wrong':
    'They are alike and still not what they should be. Balance passes the wrong part and an even fault.',
  'alike-is-not-right': 'Alike says nothing of right: compare with the sheet as well.',
  'this-point-only': 'Good at this temperature only. A sensor can be wrong where the complaint is.',
  'proves-no-more': 'It proves no more than that.',
  'stray-voltage': 'A few volts on an open lead are stray and drive nothing. Load it before it counts as a supply.',
  'series-load': 'Too much for stray: something stands in series, a load or a bad joint.',
  'once-is-not-for-long': 'One look says nothing of how long it holds. Watch it for the time.',
  'meter-unproven': 'Nothing is what a broken meter shows too. Touch a source known to be live with it.',
  'old-leads': 'Low ohms with leads that were not zeroed lately. Tips together, zero, read again.',
  'find-the-short': 'A blown fuse has a short behind it. Find it before a new one goes in.',
  'ohms-are-not-insulation': 'Good ohms do not prove a winding: the insulation to the frame was not tested.',
  'earth-not-proven':
    'Measured to an earth nobody proved. A missing earth shows about half on every line: prove its continuity first.',
  'to-earth-only': 'All of it was measured to earth. What counts is the voltage across the load.',
  'no-reading': 'No reading stands behind this name.',
  'hold-off-running': 'A delay or lock-out is still running: it may be waiting, not broken.',
  intermittent:
    'It comes and goes. What was good in one look was good in that look: watch it longer, or press and flex.',
  'zero-closed-or-dead': 'Nothing across a contact: it is closed, or nothing arrives at it.',
  'one-leg-or-fed-back':
    'Both sides alive to earth or neutral and nothing across: both hang on one leg, or one leg is lost and fed back through the load. Only with the call taken away do the two part.',
  'equal-to-neutral': 'Alike to neutral does not show that the two legs are two: read leg to leg.',
  'fed-back': 'Alive to neutral or earth behind a load: its own feed, or the other side seen through the load.',
  'return-not-call':
    'From the feed to an output, with no call: the load and its way back are whole. It is not a call. With the call the same two points read nothing.',
  'reference-not-proven':
    'Nothing to a return that nobody saw alive: the point is dead, or the return is open. Read the feed to the same return.',
  'sneak-path':
    'Alive where the chain says it cannot be: a second break, a stray voltage, or a way round that is not drawn.',
  'closed-not-seen': 'Closed at its own terminals: the board sees that only if both wires are whole.',
  'lost-between-boards': 'The call is proven at this board, not at the next: read it where it goes in there.',
  'shared-or-own': 'Nothing at this load: a part it shares with its sister, or one of its own. The sister tells.',
  'fed-and-idle': 'It has its voltage. If it does not move, its coil is open or it jams: ohms tell, dead.',
  'shown-to-work': 'A jumper or a look showed that this works. Naming it now contradicts that.',
  'powered-uncleared':
    'A new board got power before everything that plugs into it was read for shorts. What killed the old one may have hurt it: read them now, dead.',
  'before-the-repair': 'Read before something was repaired: it speaks of the machine as it was then.',
};
