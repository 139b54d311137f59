import { conditionsDuring, type Conditions, type ObservationStep, type WalkableStep } from '../procedure';
import type { UnitModelDocument } from '../unit-model';
import {
  answerStep,
  append,
  askedReading,
  currentStep,
  EMPTY_VISIT,
  isChartEnded,
  matrixCellNow,
  matrixProgress,
  openBypasses,
  undecidedHere,
  type Answer,
  type Asked,
  type EventBody,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '../visit';
import { shown, type MeterError } from './shown';
import type { SimulatedMachine } from './simulated-machine';

/** A step as it was walked. */
export interface WalkedStep {
  readonly step: string;
  /** What was read, seen or done. */
  readonly said: string;
  /** Whether the machine had power. */
  readonly isLive: boolean;
}

/** Where a chart led at a simulated machine. */
export interface ChartWalk {
  readonly steps: readonly WalkedStep[];
  /** `unknown` where what the step asks for cannot be computed or is not said. */
  readonly outcome: 'concluded' | 'dead-end' | 'loop' | 'unknown';
  /** The conclusion. */
  readonly at?: string;
  /** Why it went no further. */
  readonly because?: string;
}

const BATTERY = 9;
const NEXT_DOOR = 230;

/** What is answered to a step, and how one says it; or why nobody can answer it. */
type Given = { readonly answer: Answer; readonly said: string } | { readonly unknown: string };

/** More answers than a chart that ends takes: a proof of dead alone takes some twenty. */
const MOST_ANSWERS = 400;

/**
 * Walks a chart at a simulated machine as somebody would who does what it says, types what the meter shows and answers
 * what there is to see. Every answer goes the way it goes on the page: refused, judged and led on by the same rules.
 */
export function walkChart(
  context: VisitContext,
  chart: string,
  machine: SimulatedMachine,
  meter: string,
  error: MeterError,
): ChartWalk {
  return new Technician(context, chart, machine, meter, error).walk();
}

class Technician {
  private readonly events: VisitEvent[] = [];
  private readonly steps: WalkedStep[] = [];
  private state: VisitState = EMPTY_VISIT;

  constructor(
    private readonly context: VisitContext,
    private readonly chart: string,
    private readonly machine: SimulatedMachine,
    private readonly meter: string,
    private readonly error: MeterError,
  ) {}

  walk(): ChartWalk {
    const start = this.context.procedures[this.chart]?.start;
    if (start === undefined) return this.ended('dead-end', 'There is no such chart.');
    this.log({ type: 'visit-opened', unit: 'simulated', complaint: '', meter: this.meter });
    // Low ohms are told apart by somebody who knows what the leads have.
    this.log({ type: 'leads-zeroed', text: '0', ohms: 0 });
    this.log({ type: 'procedure-started', procedure: this.chart, start });
    for (let count = 0; count < MOST_ANSWERS; count += 1) {
      const step = currentStep(this.context, this.state);
      const { step: at } = this.state;
      if (at === undefined || isChartEnded(this.state))
        return this.ended('dead-end', 'The chart ends without a finding.');
      if (!step) return this.ended('dead-end', `"${at}" cannot be walked.`);
      if (step.kind === 'conclusion') return { steps: this.steps, outcome: 'concluded', at };
      const answer = this.answerTo(step);
      if ('unknown' in answer) return this.ended('unknown', `"${at}": ${answer.unknown}`);
      const answered = answerStep(this.context, this.state, answer.answer);
      if (answered.outcome === 'refused') return this.ended('dead-end', `"${at}": ${answered.message}`);
      if (answered.outcome === 'ask') return this.ended('dead-end', `"${at}": ${answered.question}`);
      this.steps.push({ step: at, said: answer.said, isLive: this.isLive() });
      this.log(answered.body);
    }
    return this.ended('loop', 'It goes round and comes to no end.');
  }

  private ended(outcome: Exclude<ChartWalk['outcome'], 'concluded'>, because: string): ChartWalk {
    return { steps: this.steps, outcome, because };
  }

  private answerTo(step: WalkableStep): Given {
    switch (step.kind) {
      case 'action':
        return { answer: { kind: 'done' }, said: 'done' };
      case 'observation':
        return this.looked(step);
      case 'measurement':
        return this.measured(step);
      case 'matrix':
        return this.jumped();
      default:
        return { unknown: 'nothing decides it.' };
    }
  }

  private looked(step: ObservationStep): Given {
    const seen = answerSeen(step, (text) => this.machine.isSo(this.conditions(step), text));
    return 'unknown' in seen
      ? seen
      : { answer: { kind: 'seen', answer: seen.answer }, said: answerWords(step, seen.answer) };
  }

  private measured(step: Extract<WalkableStep, { kind: 'measurement' }>): Given {
    const undecided = undecidedHere(this.context, this.state, step);
    if (undecided) return { answer: { kind: 'accepted' }, said: 'taken for the nearer side' };
    const asked = askedReading(this.context, this.state);
    if (!asked) return { unknown: 'nothing is asked to be read.' };
    const [unmet] = asked.unmet;
    if (unmet) return { unknown: unmet.words };
    const text = asked.proof?.kind === 'meter' ? this.knownSource(asked) : this.figure(step, asked);
    return typeof text === 'string' ? { answer: { kind: 'read', text }, said: text } : text;
  }

  /** A source somebody knows to be live: the mains next door, or a battery. */
  private knownSource({ expectation }: Asked): string {
    const least = expectation.low ?? 0;
    return least <= BATTERY ? `${BATTERY.toFixed(1)} V` : `${Math.max(NEXT_DOOR, least * 1.1).toFixed(1)} V`;
  }

  private figure(step: WalkableStep, { function: measured, from, to }: Asked): string | { readonly unknown: string } {
    const meter = this.context.meters[this.meter];
    if (!meter) return { unknown: 'no meter is at hand.' };
    const ohms = meter.functions.get(measured)?.inputImpedance;
    const reading = this.machine.reading(this.conditions(step), { from, to }, measured, ohms);
    return 'cannotCompute' in reading
      ? { unknown: reading.cannotCompute }
      : shown(meter, measured, reading.value, this.error);
  }

  private jumped(): Given {
    const progress = matrixProgress(this.context, this.state);
    const cell = progress && matrixCellNow(progress);
    if (!cell) return { answer: { kind: 'done' }, said: 'the looks are enough' };
    if (!cell.isIn) return { answer: { kind: 'jumper', is: 'in' }, said: `jumper for ${cell.call.id}` };
    if (cell.works !== undefined) return { answer: { kind: 'jumper', is: 'out' }, said: 'jumper out' };
    const { shows } = cell.call;
    const works = shows === undefined ? undefined : this.machine.isSo(this.conditions(), shows);
    if (works === undefined) return { unknown: `nobody said what shows that "${cell.call.id}" works.` };
    return { answer: { kind: 'looked', works }, said: works ? 'works' : 'nothing' };
  }

  /** How the machine stands: what nobody touched is as it is in use. */
  private conditions(step?: WalkableStep): Conditions {
    const holding =
      step && step.kind !== 'decide' ? conditionsDuring(step, this.state.conditions) : this.state.conditions;
    return simulatedConditions(
      this.context.model,
      holding,
      openBypasses(this.state).map(({ from, to }) => `${from}+${to}`),
    );
  }

  private isLive(): boolean {
    const { supplies = {} } = this.conditions();
    return Object.values(supplies).some((each) => each === 'on');
  }

  private log(body: EventBody): void {
    const event: VisitEvent = { ...envelope(this.events.length), ...body };
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
    this.machine.stands(this.conditions());
  }
}

/** Conditions of a visit as those of a machine: supplies from outside are on, calls off, unless something else is said. */
export function simulatedConditions(
  { supplies, calls = [] }: UnitModelDocument,
  { supplies: held, calls: called, connectors, leads, parts, interlocks, press, positions, facts }: Conditions,
  jumpers: readonly string[] = [],
): Conditions {
  const outside = supplies.filter(({ from }) => from === undefined);
  const stateOf = (id: string) => {
    const said = held?.[id];
    return said === undefined || said === 'unknown' ? 'on' : said;
  };
  const given = { connectors, leads, parts, interlocks, press, positions, facts };
  return {
    supplies: Object.fromEntries(outside.map(({ id }) => [id, stateOf(id)])),
    calls: Object.fromEntries(calls.map(({ id }) => [id, called?.[id] ?? 'off'])),
    ...Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)),
    ...(jumpers.length === 0 ? {} : { bypasses: Object.fromEntries(jumpers.map((each) => [each, 'in' as const])) }),
  };
}

/**
 * The answer somebody gives who sees what is so: the first whose `shows` is; where none is, the one that does not say
 * what shows it. Unknown where that hangs on something nobody can tell, or on none or several such answers.
 */
function answerSeen(
  { answers }: ObservationStep,
  isSo: (text: string) => boolean | undefined,
): { readonly answer: string } | { readonly unknown: string } {
  const rest: string[] = [];
  for (const [answer, target] of Object.entries(answers)) {
    const shows = typeof target === 'string' ? undefined : target.shows;
    if (shows === undefined) {
      rest.push(answer);
      continue;
    }
    const so = isSo(shows);
    if (so === undefined) return { unknown: `nobody can tell whether "${answer}" is seen.` };
    if (so) return { answer };
  }
  const [only, ...others] = rest;
  return only !== undefined && others.length === 0
    ? { answer: only }
    : { unknown: `no \`shows\` says which of ${Object.keys(answers).join(', ')} is seen.` };
}

function answerWords({ answers }: ObservationStep, answer: string): string {
  const target = answers[answer];
  return (typeof target === 'object' ? target.text : undefined) ?? answer.replaceAll('-', ' ');
}

/** An envelope of a visit nobody keeps; a minute between two events. */
function envelope(index: number) {
  const id = (number: number): string => `00000000-0000-7000-8000-${String(number).padStart(12, '0')}`;
  return {
    id: id(index + 1),
    visit: id(0),
    device: id(0),
    deviceSeq: index + 1,
    seenSeq: 0,
    at: new Date(index * 60_000).toISOString(),
    monotonic: index * 60_000,
    by: 'simulated',
  };
}
