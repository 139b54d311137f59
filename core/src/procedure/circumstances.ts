import type { Conditions } from './conditions';

/** How a reading is taken, besides what is switched, called and pulled: all of it is as usual until somebody says otherwise. */
export interface Circumstance {
  /** "Fed". */
  readonly name: string;
  /** What it may be besides usual, with the words for it; without any it is said in words. */
  readonly states: Readonly<Record<string, string>>;
  /** What usual means here. */
  readonly usual: string;
  /** The machine is not as it was built: asked for before a visit is closed. */
  readonly isAlteration?: boolean;
  /** Another machine as far as a chain or an earlier reading goes. */
  readonly isSetUp?: boolean;
  /** It ends with the step: nobody turns a shaft all the way to the next one. */
  readonly isOfStep?: boolean;
  /** Whom it can hurt. */
  readonly caution?: string;
}

/** State of a circumstance nobody has said anything of. */
export const USUAL = 'usual';

/** Every circumstance by its id, in the order it is thought of. */
export const CIRCUMSTANCES: Readonly<Record<string, Circumstance>> = {
  feed: {
    name: 'Fed',
    usual: 'as built',
    states: {
      bench: 'fed from the bench',
      isolated: 'fed through an isolating transformer',
      'series-lamp': 'fed through a series lamp',
    },
    isAlteration: true,
    isSetUp: true,
    caution:
      'Fed from elsewhere it is live whatever the isolator says. A bench feed that is not isolated puts the mains on every point of the board, its common too: isolating transformer or series lamp, one hand, no earthed instrument.',
  },
  load: {
    name: 'Load',
    usual: 'connected',
    states: { off: 'load taken off', dummy: 'dummy load' },
    isAlteration: true,
    isSetUp: true,
  },
  control: {
    name: 'Control',
    usual: 'on its base',
    states: { 'off-base': 'control off its base' },
    isAlteration: true,
    isSetUp: true,
  },
  calling: {
    name: 'Called by',
    usual: 'the control',
    states: {
      'base-jumper': 'called by a jumper at the base',
      'board-jumper': 'called by a jumper at the board',
      'service-mode': 'called by the service mode',
    },
    isSetUp: true,
  },
  end: {
    name: 'Read at',
    usual: 'the machine',
    states: { 'control-end': 'read at the control', 'far-end': 'read at the far end of the run' },
    isOfStep: true,
  },
  stage: { name: 'Stage of the sequence', usual: 'not said', states: {}, isOfStep: true },
  reset: {
    name: 'Reset',
    usual: 'not said',
    states: { before: 'before the reset', after: 'after the reset', cleared: 'codes cleared' },
  },
  warmth: {
    name: 'Part',
    usual: 'as the room is',
    states: { cold: 'cold', hot: 'hot', iced: 'iced', thawed: 'just thawed' },
    isOfStep: true,
  },
  damp: {
    name: 'Dry',
    usual: 'dry',
    states: { damp: 'damp', wet: 'wet' },
    caution: 'Wet: lower voltages hurt, and a box with water in it stays off.',
  },
  board: {
    name: 'Board',
    usual: 'mounted',
    states: { loose: 'board hanging loose', bench: 'board on the bench' },
    isAlteration: true,
    caution: 'A loose board touches metal: lay it on something that does not conduct, and hold it by the edges.',
  },
  turned: {
    name: 'Part',
    usual: 'at rest',
    states: { 'by-hand': 'turned by hand' },
    isOfStep: true,
    caution: 'Turned by hand it may start, or feed back: supply locked, fingers clear of blades and belts.',
  },
  opened: {
    name: 'Chain',
    usual: 'closed',
    states: { test: 'chain opened by the test' },
    isAlteration: true,
    isSetUp: true,
  },
  batteries: {
    name: 'Batteries',
    usual: 'not said',
    states: { fresh: 'batteries fresh', weak: 'batteries weak', none: 'no batteries' },
  },
  probe: {
    name: 'Probe',
    usual: 'tips',
    states: { thin: 'thin probe', 'back-probe': 'back-probe pin', clip: 'clip', clamp: 'clamp' },
  },
  gauge: {
    name: 'Gauge',
    usual: 'not said',
    states: { 'its-medium': 'gauge set to its medium', 'other-medium': 'gauge set to another medium' },
  },
  range: { name: 'Range', usual: 'by itself', states: {} },
  'test-voltage': {
    name: 'Test voltage',
    usual: 'not said',
    states: { '250 V': 'at 250 V', '500 V': 'at 500 V', '1000 V': 'at 1000 V' },
  },
  disconnect: {
    name: 'Disconnect held by',
    usual: 'not said',
    states: { 'my-lock': 'my padlock on it', 'others-lock': "somebody else's padlock", watched: 'somebody watches it' },
    caution:
      'Only a lock of your own is yours: what somebody watches or holds may be switched on behind you. Prove it dead.',
  },
  helper: { name: 'Second person', usual: 'nobody', states: {} },
};

/** The state of a circumstance. */
export function circumstanceOf(conditions: Conditions, id: string): string {
  return conditions.circumstances?.[id] ?? USUAL;
}

/** How a circumstance is said: "fed from the bench", "stage of the sequence: purge". */
export function circumstanceWords(id: string, state: string): string {
  const known = Object.hasOwn(CIRCUMSTANCES, id) ? CIRCUMSTANCES[id] : undefined;
  if (!known) return `${id.replaceAll('-', ' ')}: ${state}`;
  if (state === USUAL) return `${known.name.toLowerCase()} ${known.usual}`;
  return known.states[state] ?? `${known.name.toLowerCase()}: ${state}`;
}

/** What is left of the circumstances when the step is left. */
export function circumstancesBeyondStep(conditions: Conditions): Conditions {
  const { circumstances } = conditions;
  if (circumstances === undefined) return conditions;
  const staying = Object.entries(circumstances).filter(([id]) => !CIRCUMSTANCES[id]?.isOfStep);
  return staying.length === Object.keys(circumstances).length
    ? conditions
    : { ...conditions, circumstances: Object.fromEntries(staying) };
}

/** Whether something is live whatever the switches of the machine say. */
export function isFedElsewhere(conditions: Conditions): boolean {
  return circumstanceOf(conditions, 'feed') !== USUAL;
}
