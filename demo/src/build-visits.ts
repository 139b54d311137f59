// Writes the demo visits: the nursery's technician walking the chart. Run with `npx tsx demo/src/build-visits.ts`.
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  append,
  carriedOut,
  enterFreeReading,
  enterReading,
  judgedCheck,
  offeredWork,
  verificationOf,
  walkList,
  workOf,
  type EventBody,
  type EventEnvelope,
  type EventOf,
  type ListLine,
  type MeterDocument,
  type ProcedureDocument,
  type UnitModelDocument,
  type VisitEvent,
  type VisitState,
  stamped,
} from '@juxtameter/core';
import { visitContext, type PinnedDocuments, type SiteFile } from '@juxtameter/contract';
import { readPhoto, visitContract } from '@juxtameter/contract/check';

interface Script {
  readonly file: string;
  readonly unit: string;
  readonly complaint: string;
  readonly by: string;
  readonly begins: string;
  readonly readings: readonly (readonly [step: string, reading: string])[];
  /** What is logged after the list, from the state it leads to. */
  readonly after: (log: Log) => void;
}

const data = fileURLToPath(new URL('../data/', import.meta.url));
const read = (file: string): unknown => JSON.parse(readFileSync(data + file, 'utf8'));
const sites = read('sites.json') as SiteFile;
const unitModel = read('unit-models/mist-pump-panel.json') as UnitModelDocument;
const procedure = read('procedures/pump-contactor-does-not-pull-in.json') as ProcedureDocument;
const meters = [read('meters/hand-6000.json'), read('meters/pocket-2000.json')] as MeterDocument[];

/** Collects further events by hand after a list has been walked. */
class Log {
  constructor(
    private readonly context: ReturnType<typeof visitContext>,
    readonly events: VisitEvent[],
    public state: VisitState,
    private readonly envelope: (index: number, waited: number) => EventEnvelope,
  ) {}

  private waited = 0;

  /** Seconds go by before the next event. */
  wait(seconds: number): void {
    this.waited += seconds * 1000;
  }

  add(body: EventBody): VisitEvent {
    const event = stamped(this.envelope(this.events.length, this.waited), this.state, body);
    this.state = append(this.context, this.events, this.state, event);
    this.events.push(event);
    return event;
  }

  offered(): ReturnType<typeof offeredWork> {
    return offeredWork(this.context, this.state);
  }

  /** The work that is planned is done. */
  carryOut(noted: Parameters<typeof carriedOut>[1]): void {
    for (const work of workOf(this.state)) this.add(carriedOut(work, noted));
  }

  /** What read wrong, once more at the same points. */
  readAgain(text: string): void {
    for (const { before } of verificationOf(this.context, this.state)) {
      if (!before) continue;
      const { function: measured, from, to } = before;
      const entered = enterFreeReading(this.context, this.state, {
        function: measured,
        from,
        to,
        text,
        expects: 'closed 24 V',
      });
      if (entered.outcome !== 'event') throw new Error(`demo reading ${text} is not accepted`);
      this.add(entered.body);
    }
  }

  /** A photo of the folder `photos`. */
  photo(name: string, more: Partial<EventOf<'photo-taken'>>): VisitEvent {
    const bytes = readFileSync(`${data}photos/${name}.jpg`);
    const size = readPhoto(bytes);
    if (typeof size === 'string') throw new Error(`demo photo ${name} ${size}`);
    const photo = createHash('sha256').update(bytes).digest('hex');
    return this.add({ type: 'photo-taken', photo, ...size, bytes: bytes.length, ...more });
  }

  /** Everything that is still to be seen is seen. */
  passAll(): void {
    for (const check of verificationOf(this.context, this.state))
      if (check.state !== 'passed') this.add(judgedCheck(check, 'passed'));
  }

  read(text: string): VisitEvent {
    const entered = enterReading(this.context, this.state, { text });
    if (entered.outcome !== 'event') throw new Error(`demo reading ${text} is not accepted`);
    return this.add(entered.body);
  }
}

const toTheChain: Script['readings'] = [
  ['call-mist', 'done'],
  ['watch', 'nothing'],
  ['lamps', 'both-lit'],
  ['isolate', 'done'],
  ['prove-dead', '0.4 / 0.0 / 0.3 / 0.0 / 0.0 / 0.0 / 0.02 / 0.00 / 0.02 / 0.00 / 0.00 / 0.00'],
  ['look', 'none'],
  ['fuse', '0.3'],
  ['coil', '9.0'],
  ['energise', 'done'],
  ['secondary', '27.1'],
  ['after-fuse', '27.02'],
  ['output', '26.95'],
];

/** Where the terminals of the controller board are in its photo. */
const BOARD_TERMINALS = [1, 3, 4, 6, 8].map(
  (number) => [number, { x: 0.193 + 0.0633 * (number - 1), y: 0.193 }] as const,
);

const scripts: readonly Script[] = [
  {
    file: 'mist-line-1-finished.json',
    unit: 'mist-line-1',
    complaint: 'No mist since the frost, the pump is dead silent',
    by: 'Wren',
    begins: '2026-11-18T08:02:10.000Z',
    readings: [
      ...toTheChain,
      ['halfway', '0.02'],
      ['across-float', '26.9'],
      ['tank-level', 'above'],
      ['float-jumper', 'done'],
      ['with-jumper', 'pulls-in'],
      ['float-open', 'done'],
    ],
    after: (log) => {
      log.add({ type: 'bypass-removed', bypass: 'float-test' });
      const [finding] = log.state.findings;
      const bent = log.photo('float-bent', { stage: 'before', words: 'float arm under the hatch' });
      log.add({
        type: 'photo-marked',
        photo: bent.id,
        place: { x: 0.43, y: 0.44 },
        tail: { x: 0.6, y: 0.28 },
        words: 'bent by ice',
      });
      const board = log.photo('board', { stage: 'as-found' });
      for (const [number, place] of BOARD_TERMINALS)
        log.add({ type: 'photo-marked', photo: board.id, place, terminal: `CB.X1.${number}` });
      if (finding) log.add({ type: 'cause-noted', finding: finding.id, cause: 'float arm bent by ice' });
      for (const { body } of log.offered().filter((offer) => offer.body.kind === 'replace')) log.add(body);
      log.add({ type: 'supply-changed', supply: 'mains', state: 'locked' });
      log.wait(1200);
      log.carryOut({ number: 'FL-24 rev B', partState: 'new', minutes: 22, snag: 'hatch frozen shut' });
      const [work] = workOf(log.state);
      log.photo('float-new', { stage: 'after', ...(work ? { entry: work.planned.id } : {}) });
      for (const supply of ['mains', 'control']) log.add({ type: 'supply-changed', supply, state: 'on' });
      log.readAgain('0.0');
      log.add({ type: 'check-begun', check: 'soak' });
      log.wait(640);
      log.passAll();
      log.add({ type: 'visit-closed', machine: 'working' });
    },
  },
  {
    file: 'mist-line-2-half-done.json',
    unit: 'mist-line-2',
    complaint: 'Pump does not start, no mist since this morning',
    by: 'Wren',
    begins: '2026-11-24T08:51:40.000Z',
    readings: toTheChain,
    after: (log) => {
      const mistyped = log.read('2.7');
      log.add({ type: 'retracted', event: mistyped.id });
      log.read('0.02');
      log.add({ type: 'note-added', text: 'Float cable looks newer than the rest.' });
    },
  },
];

for (const [number, script] of scripts.entries()) {
  const unit = sites.units.find((each) => each.id === script.unit);
  const site = sites.sites.find((each) => each.id === unit?.site);
  if (!unit || !site) throw new Error(`no unit ${script.unit}`);
  const pinned: PinnedDocuments = { unit, site, unitModel, procedures: [procedure], meters };
  const context = visitContext(pinned);
  const begins = Date.parse(script.begins);
  const uuid = (time: number, index: number): string => {
    const hex = time.toString(16).padStart(12, '0');
    return `${hex.slice(0, 8)}-${hex.slice(8)}-7${String(number).padStart(3, '0')}-8000-${String(index).padStart(12, '0')}`;
  };
  const visit = uuid(begins, 0);
  const envelope = (index: number, waited = 0): EventEnvelope => {
    // A technician logs something every half minute or so.
    const elapsed = index * 31_000 + ((index * 7919) % 17) * 1000 + waited;
    const at = begins + elapsed;
    return {
      id: uuid(at, index + 1),
      visit,
      device: uuid(begins, 999),
      deviceSeq: index + 1,
      seenSeq: 0,
      at: new Date(at).toISOString(),
      zone: '+01:00',
      monotonic: elapsed,
      by: script.by,
    };
  };
  const opening: EventBody[] = [
    { type: 'visit-opened', unit: unit.id, complaint: script.complaint, meter: 'hand-6000' },
    { type: 'leads-zeroed', text: '0.2', ohms: 0.2 },
    { type: 'procedure-started', procedure: procedure.id, start: procedure.start },
  ];
  const lines = script.readings.map(([step, reading], index): ListLine => ({ number: index + 1, step, reading }));
  const walk = walkList(context, opening, lines, (index) => envelope(index));
  const log = new Log(context, [...walk.events], walk.state, envelope);
  script.after(log);
  const document = { format: 'juxtameter/visit', version: 1, id: visit, pinned, events: log.events };
  const checked = visitContract.validate(document);
  if (!checked.ok) throw new Error(JSON.stringify(checked.problems, null, 2));
  writeFileSync(`${data}visits/${script.file}`, `${JSON.stringify(document, null, 2)}\n`);
}
