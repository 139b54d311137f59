import { formatReading } from '../../quantity';
import { localTime, type EventBody, type EventOf, type ReadingTaken, type TrailLine, type VisitEvent } from '../record';
import { columnsOfBody } from './event-columns';
import type { ListLine } from './list-line';

/** Reserved words of a list for how a step was left without its answer. */
export const PASSING_WORDS = { skipped: 'skipped', 'cannot-do': 'cannot', 'not-applicable': 'not-applicable' } as const;

/** A line of a record as a line of a list: a step as it is walked, anything else as the event it is. */
export function lineOfEvent(line: TrailLine): Omit<ListLine, 'number'> {
  const { event } = line;
  const { id, by } = event;
  const at = localTime(event)?.iso ?? event.at;
  return { ...(walkedLine(line) ?? exactLine(line)), id, at, by };
}

/** What was answered at a step; undefined where nothing was, or where walking it anew would not lead there. */
function walkedLine({ event, standing }: TrailLine): Omit<ListLine, 'number'> | undefined {
  if (event.type === 'reading-taken')
    return standing === 'walked' || (standing === 'beside' && event.reading) ? readingLine(event) : undefined;
  if (standing !== 'walked') return undefined;
  switch (event.type) {
    case 'action-done':
      return { step: event.step, reading: 'done' };
    case 'observation-made':
      return { step: event.step, reading: event.answer, ...(event.grade === undefined ? {} : { grade: event.grade }) };
    case 'step-skipped':
      return { step: event.step, reading: PASSING_WORDS[event.how], note: event.reason };
    case 'finding-reached':
      return { step: event.step ?? '', reading: 'done', grade: event.grade };
    case 'conclusion-refused':
      return { step: event.step, reading: 'disagree', note: event.reason };
    case 'part-waived':
      return { step: event.step, reading: 'waived', part: event.part, note: event.reason };
    default:
      return undefined;
  }
}

function readingLine(event: EventOf<'reading-taken'>): Omit<ListLine, 'number'> {
  const details = {
    ...(event.adopts === undefined ? {} : { adopts: event.adopts }),
    ...(event.isLowImpedance ? { isLowImpedance: true } : {}),
  };
  return {
    ...readColumns(event),
    ...(Object.keys(details).length === 0 ? {} : { details }),
  };
}

/** The columns of a reading: also where the event as a whole stands beside them. */
function readColumns(event: ReadingTaken): Omit<ListLine, 'number'> {
  const { step, method, from, to, expects, grade, meter, reading, text } = event;
  const part = event.proof ? `${event.proof.supply} ${event.proof.name} ${event.proof.current}` : event.part;
  const { joint, judgement } = event;
  return {
    ...(step === undefined ? {} : { step }),
    reading: reading ? formatReading(reading) : text,
    ...(part === undefined ? {} : { part }),
    ...(method === undefined ? {} : { method }),
    from,
    to,
    function: event.function,
    ...(expects === undefined ? {} : { expects }),
    grade,
    ...(meter === undefined ? {} : { meter }),
    verdict: joint?.pattern ?? joint?.verdict ?? judgement.verdict,
  };
}

function exactLine({ event }: TrailLine): Omit<ListLine, 'number'> {
  const body = bodyOf(event);
  if (body.type !== 'reading-taken') return columnsOfBody(body);
  const { type, step: _step, grade: _grade, ...details } = body;
  return { event: type, ...readColumns(body), details };
}

/** What an event says, without who, when and where. */
function bodyOf({
  id: _id,
  visit: _visit,
  device: _device,
  deviceSeq: _deviceSeq,
  seenSeq: _seenSeq,
  at: _at,
  zone: _zone,
  monotonic: _monotonic,
  by: _by,
  chart: _chart,
  seq: _seq,
  ...body
}: VisitEvent): EventBody {
  return body;
}
