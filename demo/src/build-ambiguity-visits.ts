// Writes the visits on which every reading that can mean two things occurs, and is settled. Run with
// `npx tsx demo/src/build-ambiguity-visits.ts`.
import { matrixJudged, supplyJudged, waivePart, type MeasurementFunction } from '@juxtameter/core';
import { demoVisit, writeVisit } from './demo-visit';
import type { VisitWriter } from './visit-writer';

function volts(
  visit: VisitWriter,
  from: string,
  to: string,
  text: string,
  expects = '',
): ReturnType<VisitWriter['free']> {
  return visit.free({ function: 'ac-voltage' satisfies MeasurementFunction, from, to, expects, text });
}

/** Called, and nothing moves: the chain is whole and the coil idle. */
function idleCoil(): VisitWriter {
  const visit = demoVisit('mist-line-4', '2026-11-22T07:52:00.000Z', 41);
  visit.log({ type: 'visit-opened', unit: 'mist-line-4', complaint: 'Called and nothing moves', meter: 'hand-6000' });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  visit.log({ type: 'supply-changed', supply: 'control', state: 'on' });
  visit.log({ type: 'wire-colour-noted', wire: 'w16', colour: 'blue' });
  // From the feed to the output, nobody calls: seen through the coil.
  volts(visit, 'CB.X1.2', 'CB.X1.3', '27.1');
  visit.log({ type: 'procedure-started', procedure: 'pump-chain-by-halves', start: 'call-mist' });
  visit.done();
  // Nothing across the float switch, and nothing seen alive yet.
  volts(visit, 'CB.X1.3', 'CB.X1.4', '0.02', 'closed 24 V');
  // Nothing to a return nobody saw alive: the probe had slipped.
  const slipped = volts(visit, 'CB.X1.6', 'CB.X1.8', '0.1', 'present 24 V');
  visit.read('26.8');
  // Alive behind a point that read nothing.
  volts(visit, 'CB.X1.7', 'CB.X1.8', '26.3', 'present 24 V');
  visit.retract([slipped]);
  visit.log({ type: 'note-added', text: 'The probe had slipped at X1·6.' });
  // The call is at the line selector; the next board is another matter.
  volts(visit, 'LB.J1.1', 'LB.J1.3', '26.4', 'present 24 V');
  volts(visit, 'CB.X1.9', 'CB.X1.8', '26.2', 'present 24 V');
  visit.read('26.1', { point: 'K1.A1' });
  visit.read('26.0', { method: 'loaded' });
  visit.conclude();
  visit.log({ type: 'visit-closed' });
  return visit;
}

/** The output stays dead: the call is jumped from place to place. */
function lostCall(): VisitWriter {
  const visit = demoVisit('mist-line-4', '2026-11-23T08:05:00.000Z', 42);
  visit.log({ type: 'visit-opened', unit: 'mist-line-4', complaint: 'No mist when called', meter: 'hand-6000' });
  visit.log({ type: 'procedure-started', procedure: 'pump-chain-by-halves', start: 'call-mist' });
  visit.done();
  visit.read('26.9');
  visit.read('0.1', { point: 'CB.X1.3' });
  visit.read('26.8', { point: 'CB.X1.2' });
  visit.jump(false);
  visit.jump(true);
  visit.make(matrixJudged);
  visit.conclude();
  visit.log({ type: 'visit-closed' });
  return visit;
}

/** Mat 1 cold: a leg is lost and seen through the mat. */
function lostLeg(): VisitWriter {
  const visit = demoVisit('heat-bench-2', '2026-11-22T10:10:00.000Z', 43);
  visit.log({ type: 'visit-opened', unit: 'heat-bench-2', complaint: 'Mat 1 called and cold', meter: 'hand-6000' });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  volts(visit, 'Q1.2', 'NB.1', '119.4', '120 V ±5 %');
  volts(visit, 'Q1.4', 'NB.1', '119.8', '120 V ±5 %');
  volts(visit, 'Q1.2', 'Q1.4', '239.1', '240 V ±5 %');
  volts(visit, 'Q1.2', 'PE.1', '119.5', '120 V ±5 %');
  volts(visit, 'Q1.4', 'PE.1', '119.7', '120 V ±5 %');
  volts(visit, 'NB.1', 'PE.1', '0.3', 'absent 240 V');
  visit.make((context, state) => supplyJudged(context, state, 'mains'));
  visit.log({ type: 'procedure-started', procedure: 'bench-mat-by-halves', start: 'call' });
  visit.done();
  volts(visit, 'HB.X2.1', 'HB.X1.2', '119.2', '120 V ±5 %');
  // Alive to neutral behind the mat: its own leg, or the other one seen through the mat.
  volts(visit, 'HB.X2.2', 'HB.X1.2', '118.9', '120 V ±5 %');
  // Both alive and nothing across.
  volts(visit, 'HB.X2.1', 'HB.X2.2', '0.3', 'present 240 V');
  // The sister has its voltage: what both share is whole.
  volts(visit, 'HB.X2.3', 'HB.X2.4', '238.7', 'present 240 V');
  visit.read('238.9', { point: 'HB.X2.2' });
  visit.read('0.2', { point: 'HB.X1.3' });
  visit.conclude();
  visit.log({ type: 'visit-closed' });
  return visit;
}

const DEAD = ['0.4', '0.0', '0.3', '0.0', '0.1', '0.0', '0.2', '0.0', '0.0', '0.0', '0.0', '0.0'];

/** A new burner board: cleared before it gets power, and the missing earth found. */
function newBoard(): VisitWriter {
  const visit = demoVisit('co2-burner-3', '2026-11-23T13:20:00.000Z', 44);
  visit.log({
    type: 'visit-opened',
    unit: 'co2-burner-3',
    complaint: 'Board renewed last week, still no flame',
    meter: 'hand-6000',
  });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  visit.log({ type: 'supply-changed', supply: 'control', state: 'on' });
  // Closed at its own terminals: the board may still not see it.
  volts(visit, 'PS1.1', 'PS1.2', '0.1', 'closed 24 V');
  visit.log({ type: 'procedure-started', procedure: 'burner-new-board', start: 'isolate' });
  visit.done();
  visit.read('230 / 9.4');
  visit.read(DEAD.join(' / '));
  visit.read('230 / 9.4');
  visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
  visit.log({
    type: 'part-fitted',
    part: 'BC',
    number: 'BC-7 rev D',
    state: 'new',
    why: 'the one fitted last week was of another revision',
  });
  visit.done();
  visit.read('47.8 / 62.4 / 24.3 / OL / OL / OL / OL / OL / 61.9 / OL / OL / OL / OL / OL / OL');
  visit.make((context, state) => waivePart(context, state, 'the flame rod sits in the burner head, its lid stays on'));
  visit.answer('free');
  visit.read('47.9');
  visit.done();
  visit.done();
  visit.answer('runs');
  visit.read('229.4 / 114.2 / 115.1');
  visit.conclude();
  visit.log({ type: 'visit-closed' });
  return visit;
}

writeVisit('mist-line-4-idle-coil', idleCoil());
writeVisit('mist-line-4-lost-call', lostCall());
writeVisit('heat-bench-2-lost-leg', lostLeg());
writeVisit('co2-burner-3-new-board', newBoard());
