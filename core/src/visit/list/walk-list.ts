import {
  branchFor,
  isOverZeroBand,
  methodOf,
  outcomesOf,
  type MeasurementStep,
  type WalkableStep,
} from '../../procedure';
import { FUNCTIONS, MEASUREMENT_FUNCTIONS, type MeasurementFunction } from '../../quantity';
import { bypassRefusal } from '../../unit-model';
import { RULES_VERSION, type Verdict } from '../../verdict';
import { adoptableReading, askedReading, enterFreeReading, matrixJudged, recorded, slotsOf } from '../reading';
import { draftFinding } from '../evidence';
import {
  FINDING_GRADES,
  measuredOutcome,
  type EventBody,
  type ReadingTaken,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '../record';
import { unknownReferences } from '../kinds';
import { PASSING_WORDS } from './event-line';
import { ListLog, type EnvelopeMaker } from './list-log';
import { provePair, proveWhole } from './list-proof';
import { ListLineError, wordVerdict, type ListLine, type ListProblem } from './list-line';
import { currentStep, stepOf } from '../walking';
import { jumpTo, type Passing } from '../answering';

export interface Walk {
  readonly events: readonly VisitEvent[];
  readonly state: VisitState;
  /** Ids of the steps walked, in order. */
  readonly way: readonly string[];
  readonly verdicts: readonly { readonly step: string; readonly verdict: Verdict }[];
  /** Whether any line says when it happened; without, nothing is known of how long anything took. */
  readonly hasTimes: boolean;
  /** Lines that were not taken as they stand; the rest was walked all the same. */
  readonly problems: readonly ListProblem[];
  /** What the record a list comes from had judged otherwise. */
  readonly differs: readonly Difference[];
}

/** One line judged anew, and not as it was. */
export interface Difference {
  readonly line: number;
  readonly step: string;
  readonly was: string;
  readonly is: string;
}

export interface WalkOptions {
  /** The first line that does not fit ends the walk. Otherwise it is reported, and the rest goes on. */
  readonly isStrict?: boolean;
}

/**
 * Walks a procedure with a recorded list: a line per step, per reading beside the chart, or per event.
 * A list that opens its visit itself, as one that was exported does, needs no opening.
 * @throws ListLineError naming the first line that does not fit, where the walk is strict.
 */
export function walkList(
  context: VisitContext,
  opening: readonly EventBody[],
  lines: readonly ListLine[],
  envelope: EnvelopeMaker,
  { isStrict = false }: WalkOptions = {},
): Walk {
  const walker = new ListWalker(new ListLog(context, envelope), isStrict);
  const opensItself = lines.some(({ body }) => body?.type === 'visit-opened');
  if (!opensItself) for (const body of opening) walker.record.log(body);
  for (const line of lines) walker.walk(line);
  walker.conclude();
  return walker.result();
}

class ListWalker {
  private readonly way: string[] = [];
  private readonly verdicts: { step: string; verdict: Verdict }[] = [];
  private readonly problems: ListProblem[] = [];
  private readonly differs: Difference[] = [];
  /** A reading that led nowhere, at this step: it has to be read again there, or the list does not fit. */
  private stuck: { readonly step: string; readonly error: ListLineError } | undefined;
  /** A line was refused: where the next one stands the walk goes on. */
  private isAdrift = false;

  constructor(
    readonly record: ListLog,
    private readonly isStrict: boolean,
  ) {}

  result(): Walk {
    const { way, verdicts, problems, differs } = this;
    const { events, state, clock } = this.record;
    return { events, state, way, verdicts, hasTimes: clock.isSet, problems, differs };
  }

  /** A list may end with the conclusion it leads to left unsaid. */
  conclude(): void {
    if (this.stuck?.step === this.record.state.step) this.guarded(this.raiseStuck.bind(this));
    const finding = draftFinding(this.record.context, this.record.state);
    if (!finding || this.isAdrift) return;
    this.way.push(finding.step);
    this.record.log(finding);
  }

  walk(line: ListLine): void {
    this.guarded(() => {
      this.record.clock.set(line);
      if (line.problem !== undefined) throw new ListLineError(line.number, line.problem);
      if (line.body) return this.logListed(line, line.body);
      this.takeMeter(line);
      if (line.step === undefined || line.step === '') return this.walkFree(line);
      this.walkLine(line, line.step);
    });
  }

  /** Reports a line that does not fit and leaves the rest to be walked; a strict walk ends there. */
  private guarded(walk: () => void): void {
    try {
      walk();
    } catch (error) {
      if (this.isStrict || !(error instanceof ListLineError)) throw error;
      this.problems.push({ line: error.line, problem: error.problem });
      this.isAdrift = true;
    }
  }

  private walkLine(line: ListLine, at: string): void {
    const detour = at.startsWith('+');
    const back = this.record.state.step;
    if (detour || at.startsWith('>')) this.jump(at.slice(1), line);
    else if (at !== this.record.state.step) this.goOn(line, at);
    this.stuck = undefined;
    this.isAdrift = false;
    const step = currentStep(this.record.context, this.record.state);
    if (!step) throw new ListLineError(line.number, `there is no step "${at}" to walk.`);
    this.way.push(this.record.state.step ?? '');
    this.walkStep(step, line);
    if (line.note && !isReason(line, step)) this.record.log({ type: 'note-added', text: line.note });
    if (detour && back !== undefined) this.record.log({ type: 'step-jumped', to: back, reason: 'back from a detour' });
  }

  /** A step the chart is not at: behind a line that was refused the list is followed, else it does not fit. */
  private goOn(line: ListLine, at: string): void {
    if (this.stuck?.step === this.record.state.step) this.guarded(this.raiseStuck.bind(this));
    if (!this.isAdrift)
      throw new ListLineError(
        line.number,
        `the chart is at "${this.record.state.step ?? 'no step'}", not at "${at}"; write ">${at}" for a jump.`,
      );
    this.jump(at, line, 'the line before it was not taken');
  }

  private raiseStuck(): void {
    const { error } = this.stuck ?? {};
    this.stuck = undefined;
    if (error) throw error;
  }

  private jump(to: string, line: ListLine, reason?: string): void {
    if (!stepOf(this.record.context, this.record.state, to))
      throw new ListLineError(line.number, `there is no step "${to}" to jump to.`);
    const jump = jumpTo(this.record.context, this.record.state, to, reason);
    if (jump.to !== to)
      throw new ListLineError(line.number, `"${jump.to}" keeps somebody safe and comes before "${to}".`);
    this.record.log(jump);
  }

  /** What a line names as an event of its own. */
  private logListed(line: ListLine, body: EventBody): void {
    const forbidden = body.type === 'bypass-placed' && bypassRefusal(this.record.context.wiring, body);
    if (forbidden) throw new ListLineError(line.number, forbidden);
    const [unknown] = unknownReferences(this.record.context, { ...this.record.now(), ...body });
    if (unknown)
      throw new ListLineError(
        line.number,
        unknown.to === 'meter'
          ? `the meter "${unknown.id}" is not given; without it nothing is known of its uncertainty.`
          : `there is no ${unknown.to} "${unknown.id}".`,
      );
    this.record.log(body, line);
  }

  /** The meter a line was read with is the one that is used from there on. */
  private takeMeter({ meter, number }: ListLine): void {
    if (meter === undefined || meter === this.record.state.meter) return;
    if (!Object.hasOwn(this.record.context.meters, meter)) {
      const given = Object.keys(this.record.context.meters);
      throw new ListLineError(
        number,
        `the meter "${meter}" is not given; given: ${given.length === 0 ? 'none' : given.join(', ')}.`,
      );
    }
    this.record.log({ type: 'meter-changed', meter });
  }

  private walkStep(step: WalkableStep, line: ListLine): void {
    const id = this.record.state.step ?? '';
    const word = line.reading.trim();
    const passing = passingOf(word);
    if (passing !== undefined) {
      this.record.give(line, { kind: 'passed', how: passing, reason: line.note ?? '' });
      return;
    }
    switch (step.kind) {
      case 'action':
        if (word !== 'done') throw new ListLineError(line.number, `"${id}" is an action: write "done", not "${word}".`);
        this.record.give(line, { kind: 'done' });
        return;
      case 'observation':
        return this.observe(word, line);
      case 'measurement':
        return this.measure(step, id, line);
      case 'matrix':
        return this.tryJumper(id, word, line);
      case 'conclusion':
        if (word !== 'done' && word !== 'disagree')
          throw new ListLineError(
            line.number,
            `"${id}" is a conclusion: write "done", or "disagree" with the reason as its note, not "${word}".`,
          );
        this.compare(
          line,
          this.record.give(line, word === 'done' ? { kind: 'done' } : { kind: 'disagreed', reason: line.note ?? '' }),
        );
        return;
      case 'decide':
        throw new ListLineError(line.number, `"${id}" decides by itself and takes no line.`);
    }
  }

  private observe(word: string, line: ListLine): void {
    const answer = word.replace(/^assumed /, '');
    const grade = answer === word ? lesserGrade(line, ['observed']) : 'assumed';
    this.record.give(line, { kind: 'seen', answer, ...(grade === undefined ? {} : { grade }) });
  }

  /** One look of a matrix: the jumper goes in, one looks, it comes out; the last one leads on. */
  private tryJumper(id: string, word: string, line: ListLine): void {
    if (word !== 'works' && word !== 'nothing')
      throw new ListLineError(
        line.number,
        `"${id}" is a matrix of jumpers: write "works" or "nothing", not "${word}".`,
      );
    const [call, place] = line.part?.split('@') ?? [];
    const named = call === undefined || call === '' ? {} : { call, place: place ?? '' };
    this.record.give(line, { kind: 'jumper', is: 'in', ...named });
    this.record.give(line, { kind: 'looked', works: word === 'works' });
    this.record.give(line, { kind: 'jumper', is: 'out' });
    const judged = matrixJudged(this.record.context, this.record.state);
    if (judged) this.record.log(judged);
  }

  private measure(step: MeasurementStep, id: string, line: ListLine): void {
    if (step.measure.proofOfDead) return this.prove(step, id, line);
    const word = line.reading.trim();
    if (word === 'waived') {
      if ((line.note ?? '') === '')
        throw new ListLineError(line.number, '"waived" needs the reason as its note, at a part of a clearance.');
      this.record.give(line, { kind: 'waived', reason: line.note ?? '' });
      return;
    }
    const judged = wordVerdict(step, word, line);
    if (judged) return this.logWithoutFigure(step, id, line, judged.verdict, judged.grade);
    const accepts = word.endsWith('!');
    const bare = accepts ? word.slice(0, -1).trim() : word;
    const slots = slotsOf(this.record.context, this.record.state, step, line.method).length;
    const texts = slots > 0 ? bare.split(/ ?; ?| \/ /) : [bare];
    if (texts.length > 1 && texts.length !== slots)
      throw new ListLineError(
        line.number,
        `"${id}" takes ${slots} readings in order, or one a line; got ${texts.length}.`,
      );
    texts.forEach((text, index) =>
      this.measureOne(id, { ...line, reading: text }, accepts && index === texts.length - 1),
    );
  }

  private measureOne(id: string, line: ListLine, accepts: boolean): void {
    const word = line.reading.trim();
    const { at } = this.record.now();
    const { slot } = askedReading(this.record.context, this.record.state, line.method, at, line.part) ?? {};
    if (slot && line.part !== undefined && line.part !== '' && line.part !== slot.id)
      throw new ListLineError(line.number, `the next part of "${id}" is "${slot.id}", not "${line.part}".`);
    const body = this.adopted(line) ?? this.read(id, { ...line, reading: word }, at);
    // A part of a set leads nowhere before the last of them is read; one that does not count is read again.
    if (body.judgement.verdict !== 'invalid' && body.part !== undefined && !body.joint) return;
    const { verdict } = measuredOutcome(body);
    const { sentence } = body.joint ?? body.judgement;
    this.verdicts.push({ step: id, verdict });
    this.compare(line, body);
    if (verdict === 'undecided' && accepts) {
      // Of a set every part that is too close to call.
      let taken = this.record.give(line, { kind: 'accepted' });
      while (taken.type === 'undecided-accepted' && taken.next === undefined)
        taken = this.record.give(line, { kind: 'accepted' });
      return;
    }
    // What the record had led nowhere there as well: it says itself how it went on.
    if (body.next !== undefined || line.verdict !== undefined) return;
    const way = `${sentence} The chart has no way on from "${verdict}"${verdict === 'undecided' ? '; a trailing "!" accepts it' : ''}.`;
    this.stuck = { step: id, error: new ListLineError(line.number, verdict === 'invalid' ? sentence : way) };
  }

  private read(id: string, line: ListLine, at: string): ReadingTaken {
    const { method, part, reading: text } = line;
    const grade = lesserGrade(line, ['measured']);
    const isLowImpedance = line.details?.['isLowImpedance'] === true;
    const body = this.record.give(line, {
      kind: 'read',
      text,
      method,
      at,
      point: part,
      ...(grade === undefined ? {} : { grade }),
      ...(isLowImpedance ? { isLowImpedance } : {}),
    });
    if (body.type !== 'reading-taken') throw new ListLineError(line.number, `"${id}" takes no meter check.`);
    return body;
  }

  /** The reading beside the chart that a line of a record was taken from. */
  private adopted(line: ListLine): ReadingTaken | undefined {
    const from = line.details?.['adopts'];
    const adoption =
      from === undefined ? undefined : adoptableReading(this.record.context, this.record.state, line.method);
    if (adoption?.reading.id !== from || !adoption) return undefined;
    this.record.log(adoption.body, line);
    return adoption.body;
  }

  /** Says where a line of a record comes out otherwise than it had. */
  private compare(line: ListLine, body: EventBody): void {
    const [was, is] =
      body.type === 'finding-reached'
        ? [FINDING_GRADES.find((each) => each === line.grade), body.grade]
        : body.type === 'reading-taken'
          ? [line.verdict, body.joint?.pattern ?? body.joint?.verdict ?? body.judgement.verdict]
          : [];
    if (was === undefined || is === undefined || was === is) return;
    const step = ('step' in body ? body.step : undefined) ?? '';
    this.differs.push({ line: line.number, step, was, is });
  }

  private logWithoutFigure(
    step: MeasurementStep,
    id: string,
    line: ListLine,
    verdict: Verdict,
    grade: 'reported' | 'assumed',
  ): void {
    const asked = askedReading(this.record.context, this.record.state, line.method);
    const next = branchFor(
      outcomesOf(step, line.method).branches,
      verdict,
      isOverZeroBand(methodOf(step, line.method)),
    );
    if (!asked || next === undefined)
      throw new ListLineError(line.number, `the chart has no way on from "${verdict}".`);
    const [unmet] = asked.unmet;
    if (unmet && grade === 'reported') throw new ListLineError(line.number, `${unmet.words}.`);
    this.verdicts.push({ step: id, verdict });
    const body: ReadingTaken = {
      type: 'reading-taken',
      step: id,
      function: asked.function,
      from: asked.from,
      to: asked.to,
      text: line.reading.trim(),
      judgement: {
        verdict,
        sentence: grade === 'assumed' ? 'Assumed, not measured.' : 'Reported, no figure kept.',
        rulesVersion: RULES_VERSION,
      },
      expectation: recorded(asked.expectation),
      next,
      grade,
    };
    this.record.log(body, line);
    this.compare(line, body);
  }

  private prove(step: MeasurementStep, id: string, line: ListLine): void {
    const verdict = line.part ? provePair(this.record, line) : proveWhole(this.record, step, id, line);
    if (verdict !== undefined) this.verdicts.push({ step: id, verdict });
  }

  private walkFree(line: ListLine): void {
    const measured = MEASUREMENT_FUNCTIONS.find((each) => each === line.function) as MeasurementFunction | undefined;
    const isPlaced = measured !== undefined && (line.to || FUNCTIONS[measured].isAtOnePlace);
    if (!measured || !line.from || !isPlaced) {
      throw new ListLineError(
        line.number,
        `a reading without a step names from, to and function; functions: ${MEASUREMENT_FUNCTIONS.join(', ')}.`,
      );
    }
    const { from, to = '', expects = '', reading: text } = line;
    const grade = lesserGrade(line, ['measured']);
    const entered = enterFreeReading(this.record.context, this.record.state, {
      function: measured,
      from,
      to,
      expects,
      text,
      ...(grade === undefined ? {} : { grade }),
      ...(line.details?.['isLowImpedance'] === true ? { isLowImpedance: true } : {}),
    });
    if (entered.outcome !== 'event')
      throw new ListLineError(
        line.number,
        `"${text}" is no reading of ${FUNCTIONS[measured].name}: ${entered.outcome === 'ask' ? entered.question : entered.message}`,
      );
    this.record.log(entered.body, line);
    this.compare(line, entered.body);
  }
}

function passingOf(word: string): Passing | undefined {
  const [how] = Object.entries(PASSING_WORDS).find(([, each]) => each === word) ?? [];
  return how as Passing | undefined;
}

/** Whether the note of a line is the reason its word asks for, and so said already. */
function isReason({ reading }: ListLine, { kind }: WalkableStep): boolean {
  const word = reading.trim();
  return passingOf(word) !== undefined || word === 'waived' || (kind === 'conclusion' && word === 'disagree');
}

/** How a line says its figure or its look was come by, where that is not one's own. */
function lesserGrade(
  { grade = '', number }: ListLine,
  own: readonly ('measured' | 'observed')[],
): 'reported' | 'assumed' | undefined {
  if (grade === '' || own.some((each) => each === grade)) return undefined;
  if (grade === 'reported' || grade === 'assumed') return grade;
  throw new ListLineError(number, `"${grade}" is no grade of this; accepted: ${own.join(', ')}, reported, assumed.`);
}
