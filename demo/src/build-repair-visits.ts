// Writes the visits on which a repair is carried through: one that was temporary for two days with a second fault behind
// the first, and a new board of which the first was dead on arrival. Run with `npx tsx demo/src/build-repair-visits.ts`.
import {
  carriedOut,
  closingPoints,
  freeFinding,
  judgedCheck,
  offeredPlaces,
  transfersOf,
  verificationOf,
  waivePart,
  workOf,
  type EventBody,
  type PartOffered,
  type SuspectClass,
  type VisitClosed,
  type VisitEvent,
} from '@juxtameter/core';
import { demoVisit, writeVisit } from './demo-visit';
import type { VisitWriter } from './visit-writer';

const UNIT = 'vent-west';
const DAY = 86_400;

function opened(visit: VisitWriter, complaint: string): VisitEvent {
  const event = visit.log({ type: 'visit-opened', unit: UNIT, complaint, meter: 'hand-6000' });
  visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
  return event;
}

function power(visit: VisitWriter, state: 'on' | 'locked'): void {
  visit.log({ type: 'supply-changed', supply: 'mains', state });
  if (state === 'on') visit.log({ type: 'supply-changed', supply: 'drive', state });
}

function found(
  visit: VisitWriter,
  suspect: SuspectClass,
  item: string,
  text: string,
  rests: readonly VisitEvent[],
): VisitEvent {
  const ids = rests.map(({ id }) => id);
  return visit.make((context, state) => freeFinding(context, state, { class: suspect, item, text, rests: ids }));
}

/** Whatever still has to be seen is seen, except what is left for a reading. */
function passAll(visit: VisitWriter): void {
  visit.log({ type: 'check-begun', check: 'soak' });
  visit.wait(11 * 60);
  visit.each(verificationOf, (check) => (check.state === 'passed' ? undefined : judgedCheck(check, 'passed')));
}

/** Closed over whatever is open, with the reason. */
function close(visit: VisitWriter, how: Omit<VisitClosed, 'type'>): void {
  visit.make((context, state) => {
    const open = closingPoints(context, state).map(({ words }) => words);
    return {
      type: 'visit-closed',
      ...how,
      ...(open.length === 0 ? {} : { open, openBecause: how.leaves ?? 'seen with the eyes alone' }),
    };
  });
}

/** The vent stays open: the lower limit does not close, and is bridged for two days with somebody watching. */
function bridged(): VisitWriter {
  const visit = demoVisit(UNIT, '2026-10-12T06:40:00.000Z', 51);
  opened(visit, 'Vent opens and does not close');
  power(visit, 'on');
  visit.log({ type: 'call-changed', call: 'close', state: 'on' });
  const across = visit.free({
    function: 'dc-voltage',
    from: 'VD.X4.1',
    to: 'VD.X4.3',
    text: '24.2',
    expects: 'closed 24 V',
  });
  found(visit, 'sensor', 'LL1', 'The lower limit stays open.', [across]);
  visit.log({ type: 'call-changed', call: 'close', state: 'off' });
  power(visit, 'locked');
  visit.log({
    type: 'bypass-placed',
    bypass: 'limit-bridge',
    from: 'LL1.1',
    to: 'LL1.2',
    why: 'until the switch is here',
    removes: 'end-of-travel',
  });
  visit.log({
    type: 'temporary-made',
    kind: 'jumper',
    text: 'lower limit bridged; the vent is closed by hand run alone, morning and evening',
    until: '2026-10-14',
    lacks: 'the stop at the bottom',
    watch: 'somebody stands by while it closes, and lets go of the key at the stop',
    told: 'the head grower',
    acceptedBy: 'the head grower',
    bypass: 'limit-bridge',
  });
  const part = visit.log({
    type: 'part-offered',
    part: 'LL1',
    number: 'LS-2 rev A',
    state: 'new',
    source: 'wholesaler at the ring road',
    price: '19 EUR',
    days: 2,
  });
  visit.log({ type: 'part-ordered', offer: part.id, due: '2026-10-14' });
  power(visit, 'on');
  visit.log({ type: 'time-spent', kind: 'travel', minutes: 25 });
  visit.log({
    type: 'departure-noted',
    settings: [{ setting: 'VD.RT', value: '1' }],
    left: ['sign'],
    note: 'on the lid',
  });
  close(visit, {
    machine: 'watched',
    leaves: 'the switch comes on Wednesday',
    altered: ['Jumper in: LL1·1 to LL1·2, without end of travel protection'],
  });
  return visit;
}

/** The bridge comes out, the new limit is in, and behind it stands a run that is too short. */
function ended(bridge: VisitWriter): VisitWriter {
  const visit = demoVisit(UNIT, '2026-10-14T06:35:00.000Z', 52);
  const complaint = opened(visit, 'To fit the lower limit');
  visit.log({
    type: 'bypass-placed',
    bypass: 'limit-bridge',
    from: 'LL1.1',
    to: 'LL1.2',
    why: 'still in from Monday',
    removes: 'end-of-travel',
  });
  power(visit, 'locked');
  visit.log({
    type: 'work-planned',
    kind: 'replace',
    text: 'Replace the lower limit',
    reason: 'diagnosed',
    item: 'LL1',
  });
  const part = visit.log({
    type: 'part-offered',
    part: 'LL1',
    number: 'LS-2 rev A',
    state: 'new',
    source: 'ordered on Monday',
  });
  visit.log({ type: 'part-arrived', offer: part.id, condition: 'whole' });
  visit.log({
    type: 'part-tested',
    offer: part.id,
    what: 'contact at rest',
    function: 'continuity',
    expects: '<1 Ω',
    text: '0.3',
    leadZero: 0.2,
  });
  visit.each(
    (_context, state) => workOf(state),
    (work) =>
      carriedOut(work, {
        number: 'LS-2 rev A',
        partState: 'new',
        offer: part.id,
        minutes: 20,
        opened: 'roller worn flat',
      }),
  );
  visit.log({ type: 'bypass-removed', bypass: 'limit-bridge' });
  for (const { id, type } of bridge.events)
    if (type === 'temporary-made')
      visit.log({ type: 'temporary-ended', temporary: id, text: 'bridge out, new limit in' });
  power(visit, 'on');
  visit.log({ type: 'call-changed', call: 'close', state: 'on' });
  const across = visit.free({
    function: 'dc-voltage',
    from: 'VD.X4.1',
    to: 'VD.X4.3',
    text: '0.03',
    expects: 'closed 24 V',
  });
  visit.log({
    type: 'complaint-ticked',
    complaint: complaint.id,
    result: 'remains',
    text: 'stops a hand short of the bottom',
  });
  visit.log({ type: 'setting-read', setting: 'VD.RT', value: '1', grade: 'observed' });
  found(visit, 'setting', 'VD', 'The longest run is set to 60 s and the vent takes 70.', [across]);
  visit.log({ type: 'setting-sourced', setting: 'VD.RT', value: '2', source: 'the plate in the lid' });
  visit.log({
    type: 'work-planned',
    kind: 'setting',
    text: 'Set the longest run to 120 s',
    reason: 'diagnosed',
    item: 'VD',
  });
  visit.each(
    (_context, state) => workOf(state).filter((work) => work.state === 'open'),
    (work) => carriedOut(work, { minutes: 3 }),
  );
  visit.log({ type: 'setting-read', setting: 'VD.RT', value: '2', grade: 'observed' });
  for (const { id, type } of [...visit.events])
    if (type === 'finding-reached')
      visit.log({ type: 'cause-noted', finding: id, cause: 'set for the shorter vent of the east house' });
  passAll(visit);
  visit.log({ type: 'departure-noted', settings: [{ setting: 'VD.RT', value: '2' }], left: ['label'] });
  close(visit, { machine: 'working' });
  return visit;
}

const DEAD = '0.4 / 0.0 / 0.3 / 0.0 / 0.0 / 0.0 / 0.2 / 0.0 / 0.0 / 0.0 / 0.0 / 0.0';

/** A burnt output: the first board fails on the bench, the second is in, set, wired, cleared, watched and signed for. */
function renewed(): VisitWriter {
  const visit = demoVisit('co2-burner-3', '2026-11-27T07:15:00.000Z', 53);
  visit.log({
    type: 'visit-opened',
    unit: 'co2-burner-3',
    complaint: 'Dead since the earth was mended: the fan does not even start',
    meter: 'hand-6000',
  });
  visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  visit.log({ type: 'supply-changed', supply: 'control', state: 'on' });
  const present = { function: 'ac-voltage', expects: 'present 230 V' } as const;
  const output = visit.free({ ...present, from: 'BC.X2.1', to: 'BC.X2.2', text: '0.6' });
  const supply = visit.free({ ...present, from: 'BC.X1.1', to: 'BC.X1.2', text: '229.6' });
  const finding = found(visit, 'board', 'BC', 'The board has its mains and gives the fan nothing.', [output, supply]);
  visit.log({ type: 'cause-noted', finding: finding.id, cause: 'ran for a week without an earth' });
  const settings = { 'BC.S1': '1010', 'BC.ID': 'B', 'BC.PRG': '12' };
  const readSettings = (): void => {
    for (const [setting, value] of Object.entries(settings))
      visit.log({ type: 'setting-read', setting, value, grade: 'observed' });
  };
  readSettings();
  visit.log({ type: 'setting-sourced', setting: 'BC.ID', value: 'B', source: 'the plate of the burner' });
  const work = visit.log({
    type: 'work-planned',
    kind: 'replace',
    text: 'Replace the burner control board',
    reason: 'diagnosed',
    item: 'BC',
    finding: finding.id,
  });
  const offer = (more: Partial<PartOffered>): VisitEvent =>
    visit.log({ type: 'part-offered', part: 'BC', number: 'BC-7 rev D', state: 'new', work: work.id, ...more });
  const tested = (part: VisitEvent, text: string): void =>
    void visit.log({
      type: 'part-tested',
      offer: part.id,
      what: 'fan relay at rest, 1 to 2',
      function: 'continuity',
      expects: '>1 MΩ',
      text,
    });
  const dead = offer({ state: 'repaired', source: 'exchange', price: '96 EUR', days: 1 });
  visit.log({ type: 'part-arrived', offer: dead.id, condition: 'opened', serial: '70114' });
  tested(dead, '0.4');
  const part = offer({ source: 'maker', price: '148 EUR', days: 1 });
  visit.log({ type: 'part-ordered', offer: part.id, due: '2026-11-28' });
  visit.log({ type: 'visit-paused', reason: 'the second board', until: '2026-11-28' });
  visit.wait(DAY);
  visit.log({ type: 'part-arrived', offer: part.id, condition: 'whole', serial: '81220' });
  tested(part, 'OL');
  visit.log({ type: 'procedure-started', procedure: 'burner-new-board', start: 'isolate' });
  visit.done();
  visit.read('230 / 9.4');
  visit.read(DEAD);
  visit.read('230 / 9.4');
  const transfer = visit.make((context, state) => ({
    type: 'transfer-begun',
    of: 'BC',
    places: offeredPlaces(context, state, 'BC'),
  }));
  const moved = (state: 'off' | 'on'): void =>
    visit.each(transfersOf, ({ places }) =>
      places.map((_place, place): EventBody => ({ type: 'wire-moved', transfer: transfer.id, place, state })),
    );
  moved('off');
  visit.log({
    type: 'part-fitted',
    part: 'BC',
    number: 'BC-7 rev D',
    serial: '81220',
    state: 'new',
    offer: part.id,
    work: work.id,
    minutes: 35,
    opened: 'fan relay welded and burnt',
  });
  readSettings();
  visit.done();
  visit.read('47.8 / 62.4 / 24.3 / OL / OL / OL / OL / OL / 61.9 / OL / OL / OL / OL / OL / OL');
  visit.make((context, state) => waivePart(context, state, 'the flame rod sits in the burner head, its lid stays on'));
  visit.answer('free');
  visit.read('47.9');
  moved('on');
  visit.log({ type: 'transfer-checked', transfer: transfer.id, note: 'Alder read the list out' });
  visit.done();
  visit.done();
  visit.answer('runs');
  visit.read('229.4 / 229.1 / 0.4');
  visit.conclude();
  visit.free({ ...present, from: 'BC.X2.1', to: 'BC.X2.2', text: '229.3' });
  passAll(visit);
  visit.log({ type: 'time-spent', kind: 'wait', minutes: 20, note: 'nobody with the key to the gas' });
  visit.log({ type: 'time-spent', kind: 'travel', minutes: 50 });
  visit.log({
    type: 'departure-noted',
    settings: Object.entries(settings).map(([setting, value]) => ({ setting, value })),
    left: ['label', 'failed-part'],
    note: 'the old board is in the lid',
  });
  visit.log({
    type: 'visit-signed',
    signer: 'customer',
    name: 'Rowan',
    strokes: [
      [120, 210, 180, 120, 240, 220, 300, 130, 380, 215],
      [420, 190, 520, 185],
    ],
  });
  close(visit, { machine: 'working' });
  return visit;
}

const bridge = bridged();
writeVisit('vent-west-bridged', bridge);
writeVisit('vent-west-limit', ended(bridge));
writeVisit('co2-burner-3-renewed', renewed());
