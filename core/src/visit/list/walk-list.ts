import {
  branchFor,
  isOverZeroBand,
  methodOf,
  outcomesOf,
  type MeasurementStep,
  type WalkableStep,
} from '../../procedure';
import { FUNCTIONS, MEASUREMENT_FUNCTIONS, type MeasurementFunction } from '../../quantity';
import { RULES_VERSION, type Verdict } from '../../verdict';
import { askedReading, enterFreeReading, enterReading, matrixJudged, recorded, slotsOf } from '../reading';
import { proofTasks } from '../safety';
import { draftFinding } from '../evidence';
import {
  EMPTY_VISIT,
  measuredOutcome,
  type EventBody,
  type EventEnvelope,
  type ReadingTaken,
  type VisitContext,
  type VisitEvent,
  type VisitState,
  stamped,
} from '../record';
import { ListLineError, wordVerdict, type ListLine } from './list-line';
import { append } from '../replay';
import { currentStep, stepOf } from '../walking';
import { answerStep, type Answer } from '../answering';

export interface Walk {
  readonly events: readonly VisitEvent[];
  readonly state: VisitState;
  /** Ids of the steps walked, in order. */
  readonly way: readonly string[];
  readonly verdicts: readonly { readonly step: string; readonly verdict: Verdict }[];
}

/** Gives a walked event its id, time and place in the log. */
export type EnvelopeMaker = (index: number) => EventEnvelope;

/**
 * Walks a procedure with a recorded list, one line per step.
 * @throws ListLineError naming the first line that does not fit.
 */
export function walkList(
  context: VisitContext,
  opening: readonly EventBody[],
  lines: readonly ListLine[],
  envelope: EnvelopeMaker,
): Walk {
  const walker = new ListWalker(context, envelope);
  for (const body of opening) walker.log(body);
  for (const line of lines) walker.walk(line);
  walker.conclude();
  return walker.result();
}

class ListWalker {
  private events: VisitEvent[] = [];
  private state: VisitState = EMPTY_VISIT;
  private readonly way: string[] = [];
  private readonly verdicts: { step: string; verdict: Verdict }[] = [];

  constructor(
    private readonly context: VisitContext,
    private readonly envelope: EnvelopeMaker,
  ) {}

  result(): Walk {
    return { events: this.events, state: this.state, way: this.way, verdicts: this.verdicts };
  }

  log(body: EventBody): void {
    const event = stamped(this.envelope(this.events.length), this.state, body);
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
  }

  /** A list may end with the conclusion it leads to left unsaid. */
  conclude(): void {
    const finding = draftFinding(this.context, this.state);
    if (!finding) return;
    this.way.push(finding.step);
    this.log(finding);
  }

  walk(line: ListLine): void {
    if (line.step === undefined || line.step === '') return this.walkFree(line);
    const detour = line.step.startsWith('+');
    const back = this.state.step;
    if (detour || line.step.startsWith('>')) this.jump(line.step.slice(1), line);
    else if (line.step !== this.state.step) {
      throw new ListLineError(
        line.number,
        `the chart is at "${this.state.step ?? 'no step'}", not at "${line.step}"; write ">${line.step}" for a jump.`,
      );
    }
    const step = currentStep(this.context, this.state);
    if (!step) throw new ListLineError(line.number, `there is no step "${line.step}" to walk.`);
    this.way.push(this.state.step ?? '');
    this.walkStep(step, line);
    if (line.note) this.log({ type: 'note-added', text: line.note });
    if (detour && back !== undefined) this.log({ type: 'step-jumped', to: back, reason: 'back from a detour' });
  }

  private jump(to: string, line: ListLine): void {
    if (!stepOf(this.context, this.state, to))
      throw new ListLineError(line.number, `there is no step "${to}" to jump to.`);
    this.log({ type: 'step-jumped', to });
  }

  private walkStep(step: WalkableStep, line: ListLine): void {
    const id = this.state.step ?? '';
    const word = line.reading.trim();
    const passing = ({ skipped: 'skipped', cannot: 'cannot-do', 'not-applicable': 'not-applicable' } as const)[word];
    if (passing !== undefined) {
      this.give(line, { kind: 'passed', how: passing, reason: line.note ?? '' });
      return;
    }
    switch (step.kind) {
      case 'action':
        if (word !== 'done') throw new ListLineError(line.number, `"${id}" is an action: write "done", not "${word}".`);
        this.give(line, { kind: 'done' });
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
        this.give(line, word === 'done' ? { kind: 'done' } : { kind: 'disagreed', reason: line.note ?? '' });
        return;
      case 'decide':
        throw new ListLineError(line.number, `"${id}" decides by itself and takes no line.`);
    }
  }

  /** Answers the step; what is refused is refused here as on the page. */
  private give(line: ListLine, answer: Answer): EventBody {
    const answered = answerStep(this.context, this.state, answer);
    if (answered.outcome === 'event') {
      this.log(answered.body);
      return answered.body;
    }
    const isRead = answer.kind === 'read';
    const typed = isRead ? `"${answer.text}": ` : '';
    if (answered.outcome === 'ask')
      throw new ListLineError(line.number, `${typed}${answered.question} Write the unit out.`);
    const { message, accepted } = answered;
    const end = accepted.length === 0 ? '' : ` Accepted: ${accepted.join(', ')}.`;
    throw new ListLineError(line.number, `${typed}${message}${end}`);
  }

  private observe(word: string, line: ListLine): void {
    const answer = word.replace(/^assumed /, '');
    this.give(line, { kind: 'seen', answer, ...(answer === word ? {} : { grade: 'assumed' }) });
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
    this.give(line, { kind: 'jumper', is: 'in', ...named });
    this.give(line, { kind: 'looked', works: word === 'works' });
    this.give(line, { kind: 'jumper', is: 'out' });
    const judged = matrixJudged(this.context, this.state);
    if (judged) this.log(judged);
  }

  private measure(step: MeasurementStep, id: string, line: ListLine): void {
    if (step.measure.proofOfDead) return this.prove(step, id, line);
    const word = line.reading.trim();
    if (word === 'waived') {
      if ((line.note ?? '') === '')
        throw new ListLineError(line.number, '"waived" needs the reason as its note, at a part of a clearance.');
      this.give(line, { kind: 'waived', reason: line.note ?? '' });
      return;
    }
    const judged = wordVerdict(step, word, line);
    if (judged) return this.logWithoutFigure(step, id, line, judged.verdict, judged.grade);
    const accepts = word.endsWith('!');
    const bare = accepts ? word.slice(0, -1).trim() : word;
    const slots = slotsOf(this.context, this.state, step, line.method).length;
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
    const at = this.envelope(this.events.length).at;
    const { slot } = askedReading(this.context, this.state, line.method, at, line.part) ?? {};
    if (slot && line.part !== undefined && line.part !== '' && line.part !== slot.id)
      throw new ListLineError(line.number, `the next part of "${id}" is "${slot.id}", not "${line.part}".`);
    const body = this.give(line, { kind: 'read', text: word, method: line.method, at, point: line.part });
    if (body.type !== 'reading-taken') throw new ListLineError(line.number, `"${id}" takes no meter check.`);
    if (body.judgement.verdict === 'invalid') throw new ListLineError(line.number, body.judgement.sentence);
    // A part of a set leads nowhere before the last of them is read.
    if (body.part !== undefined && !body.joint) return;
    const { verdict } = measuredOutcome(body);
    const { sentence } = body.joint ?? body.judgement;
    this.verdicts.push({ step: id, verdict });
    if (verdict === 'undecided' && accepts) {
      // Of a set every part that is too close to call.
      let taken = this.give(line, { kind: 'accepted' });
      while (taken.type === 'undecided-accepted' && taken.next === undefined)
        taken = this.give(line, { kind: 'accepted' });
      return;
    }
    if (body.next === undefined)
      throw new ListLineError(
        line.number,
        `${sentence} The chart has no way on from "${verdict}"${verdict === 'undecided' ? '; a trailing "!" accepts it' : ''}.`,
      );
  }

  private logWithoutFigure(
    step: MeasurementStep,
    id: string,
    line: ListLine,
    verdict: Verdict,
    grade: 'reported' | 'assumed',
  ): void {
    const asked = askedReading(this.context, this.state, line.method);
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
    this.log({
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
    });
  }

  /** One figure stands for the highest of all pairs; a list gives them in order; "passed" keeps no figure. */
  private prove(step: MeasurementStep, id: string, line: ListLine): void {
    const parts = line.reading.split(/ ?; ?| \/ /).map((part) => part.trim());
    const pairs = proofTasks(this.context, this.state, step).filter((task) => task.kind === 'pair').length;
    if (parts.length !== 1 && parts.length !== pairs) {
      throw new ListLineError(
        line.number,
        `a proof of dead has ${pairs} readings here, AC and DC of every pair, or one figure for the highest; got ${parts.length}.`,
      );
    }
    this.log({ type: 'meter-proven', step: id, when: 'before', text: 'passed', shows: 'live' });
    for (let index = 0; index < pairs && this.state.step === id; index += 1) {
      this.log(this.pairBody(parts.length === 1 ? (parts[0] ?? '') : (parts[index] ?? ''), line));
    }
    const isDead = this.state.step === id;
    this.verdicts.push({ step: id, verdict: isDead ? 'within' : 'high' });
    const next = branchFor(step.branches, 'within', true);
    if (isDead && next !== undefined)
      this.log({ type: 'meter-proven', step: id, when: 'after', text: 'passed', shows: 'live', next });
  }

  private pairBody(text: string, line: ListLine): ReadingTaken {
    const isWord = text === 'passed' || text === 'failed';
    const entered = enterReading(this.context, this.state, { text: isWord ? '0' : text });
    if (entered.outcome === 'event' && entered.body.type === 'reading-taken') {
      const { body } = entered;
      if (!isWord) {
        if (body.judgement.verdict === 'within' || body.next !== undefined) return body;
        throw new ListLineError(line.number, body.judgement.sentence);
      }
      const verdict = text === 'passed' ? 'within' : 'high';
      const step = currentStep(this.context, this.state);
      const next =
        verdict === 'high' && step?.kind === 'measurement' ? branchFor(step.branches, 'high', true) : undefined;
      const { reading: _reading, ...rest } = body;
      return {
        ...rest,
        text,
        judgement: { verdict, sentence: 'Reported, no figure kept.', rulesVersion: RULES_VERSION },
        grade: 'reported',
        ...(next === undefined ? {} : { next }),
      };
    }
    const message = entered.outcome === 'error' ? entered.message : 'This is not a reading of one pair.';
    throw new ListLineError(line.number, `"${text}": ${message}`);
  }

  private walkFree(line: ListLine): void {
    const measured = MEASUREMENT_FUNCTIONS.find((each) => each === line.function) as MeasurementFunction | undefined;
    if (!measured || !line.from || !line.to) {
      throw new ListLineError(
        line.number,
        `a reading without a step names from, to and function; functions: ${MEASUREMENT_FUNCTIONS.join(', ')}.`,
      );
    }
    const { from, to, expects = '', reading: text } = line;
    const entered = enterFreeReading(this.context, this.state, { function: measured, from, to, expects, text });
    if (entered.outcome !== 'event')
      throw new ListLineError(
        line.number,
        `"${text}" is no reading of ${FUNCTIONS[measured].name}: ${entered.outcome === 'ask' ? entered.question : entered.message}`,
      );
    this.log(entered.body);
  }
}
