import {
  codeSignWords,
  conditionName,
  elementName,
  formatReading,
  isKnownElement,
  monitorOutcome,
  monitorsOf,
  settingOf,
  stepOf,
  terminalLabel,
  type EventOf,
  type Grade,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '@juxtameter/core';
import type { LogRow } from './log-row';

type Words = Pick<LogRow, 'kind' | 'title'> & Partial<Pick<LogRow, 'detail' | 'value'>>;

export const TOPIC_WORDS: Readonly<Record<EventOf<'intake-recorded'>['topic'], string>> = {
  complaint: 'Complaint',
  origin: 'How the case came',
  reproduced: 'Seen here',
  onset: 'How it began',
  before: 'Just before',
  weather: 'Weather',
  'prior-work': 'Earlier work',
  'switched-off': 'Switched off by the customer',
  urgency: 'Urgency',
  people: 'People and access',
  documents: 'Papers',
  parts: 'Parts',
  other: 'Noted',
};

export const RESULT_WORDS = { gone: 'gone', remains: 'still there', 'not-tested': 'not tested' } as const;

const MARK_WORDS = { actual: 'happens', commanded: 'is commanded', never: 'did not happen' } as const;

/** Words for what is logged before the meter comes out; what needs none of its own is told by its type. */
export function firstFactWords(context: VisitContext, state: VisitState, event: VisitEvent): Words {
  const { model } = context;
  switch (event.type) {
    case 'meter-changed':
      return {
        kind: 'mark',
        title: `Meter: ${context.meters[event.meter]?.name ?? event.meter}`,
        detail: 'leads not zeroed',
      };
    case 'condition-noted':
      return {
        kind: event.group === 'press' ? 'look' : 'energy',
        title: `${capital(conditionName(model, { group: event.group, id: event.item }))}: ${event.state}`,
      };
    case 'source-chosen':
      return { kind: 'look', title: `Holds here: ${event.choice}`, detail: event.reason };
    case 'repair-done':
      return { kind: 'energy', title: `Repaired: ${event.text}` };
    case 'hazard-noted':
      return {
        kind: 'note',
        title: `Can hurt: ${event.kind.replaceAll('-', ' ')}, ${event.where}`,
        detail: event.note ?? '',
      };
    case 'monitor-started':
      return {
        kind: 'look',
        title: `Watched: ${terminalLabel(model, event.from)} to ${terminalLabel(model, event.to)}`,
        detail: event.expects,
      };
    case 'monitor-sampled':
      return { kind: 'look', title: 'Sample of the watch', value: formatReading(event.reading) };
    case 'monitor-marked':
      return {
        kind: 'look',
        title: `${capital(event.mark)}${event.item === undefined ? '' : `: ${elementName(model, event.item)}`}`,
        detail: 'during the watch',
      };
    case 'monitor-ended':
      return { kind: 'mark', title: 'Watch ended', detail: monitorWords(context, state, event.monitor) };
    case 'intake-recorded':
      return { kind: 'note', title: `${TOPIC_WORDS[event.topic]}: ${event.text}`, detail: graded(event.grade) };
    case 'complaint-ticked':
      return { kind: 'look', title: `Complaint ${RESULT_WORDS[event.result]}`, detail: event.text ?? '' };
    case 'board-identified':
      return { kind: 'look', title: `Board ${event.board}: ${event.number}`, detail: graded(event.grade) };
    case 'setting-read': {
      const name = settingOf(model, event.setting)?.name ?? event.setting;
      return { kind: 'look', title: `${capital(name)}, ${event.setting}`, value: event.value };
    }
    case 'option-noted':
      return {
        kind: 'look',
        title: `${elementName(model, event.option)}: ${event.present ? 'is there' : 'not on this unit'}`,
      };
    case 'code-read': {
      const from = event.sign ? codeSignWords(event.sign) : '';
      const stored = event.stored ? 'stored' : 'shown';
      const count = event.count === undefined ? '' : `, ${event.count} times`;
      return {
        kind: 'look',
        title: `Code ${event.code}${event.lamp === undefined ? '' : ` on ${event.lamp}`}`,
        detail: [`${stored}${count}`, from, event.meaning ?? ''].filter(Boolean).join(' · '),
      };
    }
    case 'code-dismissed':
      return { kind: 'look', title: 'Code set aside', detail: event.reason };
    case 'codes-cleared':
      return { kind: 'energy', title: 'Codes cleared', detail: event.how };
    case 'sign-noted': {
      const negative = event.isThere ? '' : 'not there: ';
      const value = event.value === undefined ? '' : ` ${event.value}`;
      return {
        kind: 'look',
        title: `${negative}${event.what}${value}`,
        detail: [event.where, event.during ?? '', graded(event.grade)].filter(Boolean).join(' · '),
      };
    }
    case 'watch-started': {
      const sequence = model.sequences?.find(({ id }) => id === event.sequence);
      const starts = (sequence?.mayStart ?? []).join(', ');
      return {
        kind: 'energy',
        title: `Call made to watch ${sequence?.name ?? event.sequence}, ${event.label}`,
        detail: starts === '' ? '' : `may start: ${starts}`,
      };
    }
    case 'stage-marked':
      return { kind: 'look', title: `${capital(stageName(context, state, event))} ${MARK_WORDS[event.mark]}` };
    case 'call-ended':
      return { kind: 'energy', title: 'Call ended' };
    case 'watch-ended':
      return { kind: 'mark', title: `Watch ${event.how}` };
    case 'recipe-played': {
      const name = model.recipes?.find(({ id }) => id === event.recipe)?.name ?? event.recipe;
      return { kind: 'energy', title: `${name}: ${event.result}` };
    }
    case 'part-fitted': {
      const part = isKnownElement(model, event.part) ? elementName(model, event.part) : event.part;
      const number = event.number === undefined ? '' : ` ${event.number}`;
      return {
        kind: 'energy',
        title: `Fitted: ${part}${number}`,
        detail: [event.state ?? '', event.why ?? ''].filter(Boolean).join(' · '),
      };
    }
    case 'follow-up-noted':
      return {
        kind: 'note',
        title: `To follow up: ${event.text}`,
        detail: event.due === undefined ? '' : `due ${event.due}`,
      };
    case 'follow-up-done':
      return { kind: 'note', title: 'Follow-up done' };
    case 'wire-colour-noted': {
      const wire = model.wires.find(({ id }) => id === event.wire);
      const ends = wire ? `${terminalLabel(model, wire.from)} to ${terminalLabel(model, wire.to)}` : event.wire;
      const written = wire?.colour ?? 'no colour';
      return { kind: 'look', title: `Wire ${ends} is ${event.colour} here`, detail: `the drawing says ${written}` };
    }
    case 'part-waived': {
      const step = stepOf(context, state, event.step);
      const part = step?.kind === 'measurement' ? step.measure.set?.find(({ id }) => id === event.part) : undefined;
      return { kind: 'look', title: `Not read: ${part?.name ?? event.part}`, detail: event.reason };
    }
    case 'matrix-looked': {
      const step = stepOf(context, state, event.step);
      const place = step?.kind === 'matrix' ? step.places.find(({ id }) => id === event.place) : undefined;
      return {
        kind: 'look',
        title: `${capital(event.call.replaceAll('-', ' '))} called ${place?.name ?? event.place}`,
        detail: event.works ? 'works' : 'nothing',
      };
    }
    case 'matrix-judged':
      return { kind: 'look', title: stepOf(context, state, event.step)?.text ?? event.step, detail: event.sentence };
    case 'supply-judged': {
      const name = model.supplies.find(({ id }) => id === event.supply)?.name ?? event.supply;
      return {
        kind: 'look',
        title: `${capital(name)}, all round: ${event.pattern.replaceAll('-', ' ')}`,
        detail: event.sentence,
      };
    }
    default:
      return { kind: 'mark', title: event.type.replaceAll('-', ' ') };
  }
}

function stageName({ model }: VisitContext, state: VisitState, event: EventOf<'stage-marked'>): string {
  const started = state.trail.find((line) => line.event.id === event.watch)?.event;
  const sequence = model.sequences?.find(({ id }) => started?.type === 'watch-started' && id === started.sequence);
  return sequence?.stages.find(({ id }) => id === event.stage)?.name ?? event.stage.replaceAll('-', ' ');
}

function graded(grade: Grade): string {
  return grade === 'measured' || grade === 'observed' ? '' : grade;
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What a long watch came to, in words. */
function monitorWords(context: VisitContext, state: VisitState, id: string): string {
  const monitor = monitorsOf(context, state).find(({ started }) => started.id === id);
  return monitor ? monitorOutcome(context, monitor).words.join(' ') : '';
}
