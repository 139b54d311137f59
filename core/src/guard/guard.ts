import type { MeasurementFunction } from '../quantity';
import type { JudgementNote } from '../verdict';

/** What is known of a trap of the trade. */
export interface Trap {
  /** What is wrong with going on, and what settles it, in a colleague's words. */
  readonly words: string;
  /**
   * Whether it still matters when something is named: a pass that was none, a comparison without a standard, a reading
   * that may mean two things and was not settled.
   */
  readonly lasts: boolean;
}

/** Every trap by its name. A new one is a row here and the rule that sees it; one of a comparison has its note there. */
export const TRAPS = {
  'no-expected-value': {
    words:
      'Nobody knows what it should be: it passes nothing and accuses nothing. Find the data sheet, or an identical unit to compare with.',
    lasts: true,
  },
  'variant-unknown': {
    words: 'The documents disagree and nobody said which holds here. Look which variant this is.',
    lasts: true,
  },
  'guessed-reference': {
    words: 'The other quantity was guessed, so nothing passes by it. Measure it.',
    lasts: true,
  },
  'alike-and-wrong': {
    words: 'They are alike and still not what they should be. Balance passes the wrong part and an even fault.',
    lasts: true,
  },
  'alike-is-not-right': {
    words: 'Alike says nothing of right: compare with the sheet as well.',
    lasts: true,
  },
  'this-point-only': {
    words: 'Good at this temperature only. A sensor can be wrong where the complaint is.',
    lasts: true,
  },
  'proves-no-more': {
    words: 'It proves no more than that.',
    lasts: true,
  },
  'stray-voltage': {
    words:
      'A few volts may be an open lead beside a live one, or a live one seen through something. Load it before it counts as a supply, or as dead.',
    lasts: true,
  },
  'series-load': {
    words: 'Too much for stray: something stands in series, a load or a bad joint.',
    lasts: false,
  },
  'once-is-not-for-long': {
    words: 'One look says nothing of how long it holds. Watch it for the time.',
    lasts: true,
  },
  'meter-unproven': {
    words: 'Nothing is what a broken meter shows too. Touch a source known to be live with it.',
    lasts: true,
  },
  'old-leads': {
    words: 'Low ohms with leads that were not zeroed lately. Tips together, zero, read again.',
    lasts: false,
  },
  'averaging-meter': {
    words:
      'This meter averages: it is right for a clean sine only. Behind a triac or an inverter it may be far off either way. Read it with a true-RMS meter.',
    lasts: true,
  },
  'below-ac-range': {
    words:
      'So little AC is less than a twentieth of the lowest range, where a meter promises nothing. Use a meter with a lower range.',
    lasts: true,
  },
  'find-the-short': {
    words: 'A blown fuse has a short behind it. Find it before a new one goes in.',
    lasts: true,
  },
  'ohms-are-not-insulation': {
    words: 'Good ohms do not prove a winding: the insulation to the frame was not tested.',
    lasts: false,
  },
  'earth-not-proven': {
    words:
      'Measured to an earth nobody proved. A missing earth shows about half on every line: prove its continuity first.',
    lasts: true,
  },
  'earth-open': {
    words: 'The earth was read and is not whole: nothing that was measured to it counts. Mend it first.',
    lasts: true,
  },
  'to-earth-only': {
    words: 'All of it was measured to earth. What counts is the voltage across the load.',
    lasts: false,
  },
  'no-reading': {
    words: 'No reading stands behind this name.',
    lasts: false,
  },
  'hold-off-running': {
    words: 'A delay or lock-out is still running: it may be waiting, not broken.',
    lasts: false,
  },
  intermittent: {
    words: 'It comes and goes. What was good in one look was good in that look: watch it longer, or press and flex.',
    lasts: false,
  },
  'zero-closed-or-dead': {
    words: 'Nothing across a contact: it is closed, or nothing arrives at it.',
    lasts: true,
  },
  'one-leg-or-fed-back': {
    words:
      'Both sides alive to earth or neutral and nothing across: both hang on one leg, or one leg is lost and fed back through the load. Only with the call taken away do the two part.',
    lasts: true,
  },
  'equal-to-neutral': {
    words: 'Alike to neutral does not show that the two legs are two: read leg to leg.',
    lasts: true,
  },
  'fed-back': {
    words: 'Alive to neutral or earth behind a load: its own feed, or the other side seen through the load.',
    lasts: true,
  },
  'return-not-call': {
    words:
      'From the feed to an output, with no call: the load and its way back are whole. It is not a call. With the call the same two points read nothing.',
    lasts: true,
  },
  'reference-not-proven': {
    words:
      'Nothing to a return that nobody saw alive: the point is dead, or the return is open. Read the feed to the same return.',
    lasts: true,
  },
  'nothing-arrives': {
    words:
      'Nothing arrives at this contact: nothing across it says nothing of it. Find where it is lost, then read it again.',
    lasts: true,
  },
  'reference-dead': {
    words:
      'The feed reads nothing to the same return: feed or return is lost, and this point is not shown to be dead. Read it to another return.',
    lasts: true,
  },
  'sneak-path': {
    words:
      'Alive where the chain says it cannot be: a second break, a stray voltage, or a way round that is not drawn.',
    lasts: true,
  },
  'closed-not-seen': {
    words: 'Closed at its own terminals: the board sees that only if both wires are whole.',
    lasts: true,
  },
  'lost-between-boards': {
    words: 'The call is proven at this board, not at the next: read it where it goes in there.',
    lasts: true,
  },
  'shared-or-own': {
    words: 'Nothing at this load: a part it shares with its sister, or one of its own. The sister tells.',
    lasts: false,
  },
  'fed-and-idle': {
    words: 'It has its voltage. If it does not move, its coil is open or it jams: ohms tell, dead.',
    lasts: false,
  },
  'shown-to-work': {
    words: 'A jumper or a look showed that this works. Naming it now contradicts that.',
    lasts: false,
  },
  'powered-uncleared': {
    words:
      'A new board got power before everything that plugs into it was read for shorts. What killed the old one may have hurt it: read them now, dead.',
    lasts: false,
  },
  'before-the-repair': {
    words: 'Read before something was repaired: it speaks of the machine as it was then.',
    lasts: false,
  },
} as const satisfies Readonly<Record<JudgementNote, Trap>> & Readonly<Record<string, Trap>>;

export type GuardId = keyof typeof TRAPS;
/** Traps that are not about one comparison. */
export type VisitGuard = Exclude<GuardId, JudgementNote>;

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
