import { branchFor, type MeasurementStep } from '../../procedure';
import { RULES_VERSION, type Verdict } from '../../verdict';
import { enterReading } from '../reading';
import type { ReadingTaken } from '../record';
import { proofTasks } from '../safety';
import { currentStep } from '../walking';
import { ListLineError, type ListLine } from './list-line';
import type { ListLog } from './list-log';

/** One pair of a proof whose checks of the meter have lines of their own; the verdict where it ends the proof. */
export function provePair(record: ListLog, line: ListLine): Verdict | undefined {
  if (line.grade === 'assumed') throw new ListLineError(line.number, 'a proof of dead is measured, never assumed.');
  const { at } = record.now();
  const body = record.give(line, {
    kind: 'read',
    text: line.reading,
    at,
    ...(line.grade === 'reported' ? { grade: line.grade } : {}),
  });
  if (body.type !== 'reading-taken')
    throw new ListLineError(line.number, 'the meter is checked on a live source first.');
  return body.next === undefined ? undefined : body.judgement.verdict;
}

/** One figure stands for the highest of all pairs; a list gives them in order; "passed" keeps no figure. */
export function proveWhole(record: ListLog, step: MeasurementStep, id: string, line: ListLine): Verdict {
  const parts = line.reading.split(/ ?; ?| \/ /).map((part) => part.trim());
  const pairs = proofTasks(record.context, record.state, step).filter((task) => task.kind === 'pair').length;
  if (parts.length !== 1 && parts.length !== pairs) {
    throw new ListLineError(
      line.number,
      `a proof of dead has ${pairs} readings here, AC and DC of every pair, or one figure for the highest; got ${parts.length}.`,
    );
  }
  if (line.grade === 'assumed') throw new ListLineError(line.number, 'a proof of dead is measured, never assumed.');
  record.log({ type: 'meter-proven', step: id, when: 'before', text: 'passed', shows: 'live' });
  for (let index = 0; index < pairs && record.state.step === id; index += 1) {
    record.log(pairBody(record, parts.length === 1 ? (parts[0] ?? '') : (parts[index] ?? ''), line));
  }
  const isDead = record.state.step === id;
  const next = branchFor(step.branches, 'within', true);
  if (isDead && next !== undefined)
    record.log({ type: 'meter-proven', step: id, when: 'after', text: 'passed', shows: 'live', next });
  return isDead ? 'within' : 'high';
}

function pairBody(record: ListLog, text: string, line: ListLine): ReadingTaken {
  const isWord = text === 'passed' || text === 'failed';
  const entered = enterReading(record.context, record.state, { text: isWord ? '0' : text });
  if (entered.outcome === 'event' && entered.body.type === 'reading-taken') {
    const { body } = entered;
    if (!isWord) {
      if (body.judgement.verdict === 'within' || body.next !== undefined) return body;
      throw new ListLineError(line.number, body.judgement.sentence);
    }
    const verdict = text === 'passed' ? 'within' : 'high';
    const step = currentStep(record.context, record.state);
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
