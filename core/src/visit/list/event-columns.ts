import type { EventBody, EventShapes, EventType, Grade } from '../record';
import { inBase, parseReading } from '../../quantity';
import type { ListLine } from './list-line';

/** Columns of a list that hold a field of an event. */
type FieldColumn = 'part' | 'reading' | 'method' | 'from' | 'to' | 'meter' | 'note';
type Columns = Partial<Readonly<Record<FieldColumn, string>>>;

/**
 * Which field of an event stands in which column; what has none stands in `details`. A kind without an entry has all of
 * it there.
 */
const EVENT_COLUMNS: {
  readonly [Type in EventType]?: Partial<Readonly<Record<FieldColumn, keyof EventShapes[Type]>>>;
} = {
  'visit-opened': { part: 'unit', reading: 'complaint', meter: 'meter' },
  'procedure-started': { reading: 'procedure' },
  'meter-proven': { reading: 'text', method: 'when' },
  'step-jumped': { reading: 'to', note: 'reason' },
  'supply-changed': { part: 'supply', reading: 'state' },
  'call-changed': { part: 'call', reading: 'state' },
  'connector-changed': { part: 'connector', reading: 'state' },
  'condition-noted': { part: 'item', reading: 'state', method: 'group' },
  'bypass-placed': { part: 'bypass', from: 'from', to: 'to', note: 'why' },
  'bypass-removed': { part: 'bypass' },
  'leads-zeroed': { reading: 'text' },
  'meter-changed': { reading: 'meter' },
  'note-added': { note: 'text' },
  'intake-recorded': { part: 'topic', reading: 'text' },
  'complaint-ticked': { part: 'complaint', reading: 'result', note: 'text' },
  'board-identified': { part: 'board', reading: 'number' },
  'setting-read': { part: 'setting', reading: 'value' },
  'option-noted': { part: 'option' },
  'code-read': { reading: 'code', part: 'lamp' },
  'code-dismissed': { reading: 'code', note: 'reason' },
  'codes-cleared': { note: 'how' },
  'sign-noted': { part: 'where', reading: 'what', method: 'sense' },
  'part-fitted': { part: 'part', note: 'why' },
  'repair-done': { note: 'text' },
  'hazard-noted': { part: 'where', reading: 'kind', note: 'note' },
  'wire-colour-noted': { part: 'wire', reading: 'colour' },
  'follow-up-noted': { note: 'text' },
  'part-waived': { part: 'part', note: 'reason' },
  'finding-reached': { part: 'item', note: 'text' },
  'conclusion-refused': { note: 'reason' },
  'source-chosen': { part: 'question', reading: 'choice', note: 'reason' },
  'handed-over': { reading: 'to' },
  'work-planned': { part: 'item', method: 'kind', note: 'text' },
  'work-dropped': { reading: 'work', note: 'reason' },
  'check-begun': { part: 'check' },
  'check-judged': { part: 'check', reading: 'result', note: 'reason' },
  'cause-noted': { reading: 'finding', note: 'cause' },
  'person-told': { part: 'whom', note: 'what' },
  'part-offered': { part: 'part', reading: 'number', method: 'state', note: 'note' },
  'part-ordered': { part: 'offer', reading: 'due' },
  'part-arrived': { part: 'offer', reading: 'condition', note: 'note' },
  'part-tested': { part: 'offer', reading: 'text', method: 'what' },
  'transfer-begun': { part: 'of' },
  'wire-moved': { part: 'transfer', reading: 'state', note: 'note' },
  'transfer-checked': { part: 'transfer', note: 'note' },
  'setting-sourced': { part: 'setting', reading: 'value', note: 'source' },
  'temporary-made': { method: 'kind', reading: 'until', note: 'text' },
  'temporary-ended': { part: 'temporary', note: 'text' },
  'departure-noted': { note: 'note' },
  'time-spent': { method: 'kind', note: 'note' },
  'visit-paused': { reading: 'until', note: 'reason' },
  'visit-signed': { part: 'signer', note: 'name' },
  'photo-taken': { part: 'terminal', reading: 'photo', method: 'stage', note: 'words' },
  'photo-marked': { part: 'terminal', reading: 'photo', note: 'words' },
  'visit-closed': { reading: 'machine', note: 'leaves' },
  'visit-reopened': { note: 'reason' },
  retracted: { reading: 'event' },
};

/** What a line by hand may leave unsaid. */
const UNSAID: Partial<Readonly<Record<EventType, Readonly<Record<string, unknown>>>>> = {
  'code-read': { stored: false, how: 'read' },
  'sign-noted': { isThere: true },
  'option-noted': { present: true },
  'bypass-placed': { why: 'as listed' },
  'visit-opened': { complaint: '' },
};

/** How a fact of this kind is known where its line does not say. */
const USUAL_GRADE: Partial<Readonly<Record<EventType, Grade>>> = {
  'code-read': 'observed',
  'setting-read': 'observed',
  'board-identified': 'observed',
  'sign-noted': 'observed',
  'intake-recorded': 'reported',
};

/**
 * The event a line stands for, field by field as its columns and its details say; nothing is checked yet.
 *
 * @example bodyOfLine({ number: 2, event: 'supply-changed', part: 'mains', reading: 'off' })
 */
export function bodyOfLine(line: ListLine): Readonly<Record<string, unknown>> {
  const type = (line.event ?? '') as EventType;
  const columns: Columns = EVENT_COLUMNS[type] ?? {};
  const named = Object.entries(columns).flatMap(([column, field]) => {
    const value = line[column as FieldColumn];
    return value === undefined || value === '' ? [] : [[field, value] as const];
  });
  const usual = USUAL_GRADE[type];
  const grade = line.grade ?? usual;
  return {
    type,
    ...(line.step === undefined || line.step === '' ? {} : { step: line.step }),
    ...UNSAID[type],
    ...zeroOf(type, line.reading),
    ...Object.fromEntries(named),
    ...(grade === undefined ? {} : { grade }),
    ...line.details,
  };
}

/** An event as a line of its own; ids and times are the envelope's. */
export function columnsOfBody(body: EventBody): Omit<ListLine, 'number'> {
  const columns: Columns = EVENT_COLUMNS[body.type] ?? {};
  const { type, ...fields } = body as EventBody & Record<string, unknown>;
  const left = new Map<string, unknown>(Object.entries(fields));
  const taken = (field: string): string | undefined => {
    const value = left.get(field);
    if (typeof value !== 'string' || value === '') return undefined;
    left.delete(field);
    return value;
  };
  const step = taken('step');
  const grade = taken('grade');
  const cells = Object.entries(columns).flatMap(([column, field]) => {
    const value = taken(field);
    return value === undefined ? [] : [[column, value] as const];
  });
  return {
    event: type,
    reading: '',
    ...(step === undefined ? {} : { step }),
    ...(grade === undefined ? {} : { grade }),
    ...Object.fromEntries(cells),
    ...(left.size === 0 ? {} : { details: Object.fromEntries(left) }),
  };
}

/** Ohms of the leads, out of what the meter showed with its tips together. */
function zeroOf(type: EventType, text: string): { readonly ohms?: number } {
  if (type !== 'leads-zeroed') return {};
  const parsed = parseReading(text, { function: 'resistance' });
  const isValue = parsed.outcome === 'reading' && parsed.reading.kind === 'value';
  return isValue ? { ohms: inBase(parsed.reading.quantity) } : {};
}
