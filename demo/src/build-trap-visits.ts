// Writes the two visits that walk into every trap of judging and are saved from each. Run with
// `npx tsx demo/src/build-trap-visits.ts`.
import { demoVisit, writeVisit } from './demo-visit';
import type { VisitWriter } from './visit-writer';

const DEAD = '0.4 / 0.0 / 0.3 / 0.0 / 0.0 / 0.0 / 0.2 / 0.0';

function proveDead(visit: VisitWriter, pairs: number): void {
  visit.read('119.6 / 9.4');
  visit.read(Array.from({ length: pairs }, (_each, index) => DEAD.split(' / ')[index % 8]).join(' / '));
  visit.read('119.5 / 9.4');
}

function bench(): VisitWriter {
  const visit = demoVisit('heat-bench-1', '2026-11-20T09:14:00.000Z', 31);
  visit.log({
    type: 'visit-opened',
    unit: 'heat-bench-1',
    complaint: 'Zone 1 is cold now and then, zone 2 stays warm',
    meter: 'hand-6000',
  });
  visit.log({ type: 'procedure-started', procedure: 'bench-stays-cold', start: 'which' });
  visit.answer('one');
  visit.answer('lit');
  // The test key was not held: the reading does not count.
  visit.read('3.12');
  visit.log({ type: 'condition-noted', group: 'press', item: 'BD1', state: 'pressed' });
  visit.read('2.95');
  visit.answer('tight');
  visit.log({
    type: 'step-skipped',
    step: 'ambient',
    how: 'cannot-do',
    reason: 'thermometer is in the van',
    next: 'isolate',
  });
  visit.done();
  proveDead(visit, 12);
  visit.done();
  // Compared with leads that were not zeroed.
  visit.retract(visit.read('0.5'));
  visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
  visit.read('0.3');
  visit.read('0.3');
  // The sand's temperature was only guessed: no pass.
  visit.retract(visit.read('1083'));
  visit.log({ type: 'step-jumped', to: 'ambient', reason: 'the thermometer is here now' });
  visit.log({ type: 'note-added', text: 'Thermometer fetched from the van.' });
  visit.read('21.4');
  visit.log({ type: 'step-jumped', to: 'sensor', reason: 'back to the sensor' });
  visit.read('1083');
  visit.read('1079');
  visit.read('47.6');
  visit.read('0.5');
  // Which position? The sheet has a value for each.
  visit.retract(visit.read('2.21k'));
  visit.log({ type: 'condition-noted', group: 'positions', item: 'SEL', state: '2' });
  visit.read('2.21k');
  visit.read('OL / 0.3 / OL / 0.3 / OL / 0.4');
  visit.done();
  visit.done();
  visit.read('117.8 / 118.6 / 236.3 / 0.4');
  visit.read('5.03');
  visit.done();
  visit.answer('lit');
  // A few volts across the mat: stray or a supply? The load tells.
  const stray = visit.read('14.3');
  visit.retract(stray);
  visit.read('0.4', { isLowImpedance: true });
  visit.read('117.5');
  visit.read('9.8');
  visit.conclude();
  visit.log({ type: 'visit-closed' });
  return visit;
}

function fan(): VisitWriter {
  const visit = demoVisit('fan-south', '2026-11-21T07:40:00.000Z', 32);
  visit.log({
    type: 'visit-opened',
    unit: 'fan-south',
    complaint: 'Fan does not run, its fuse was changed twice',
    meter: 'hand-6000',
  });
  visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
  visit.log({ type: 'procedure-started', procedure: 'fan-does-not-run', start: 'fan' });
  visit.answer('still');
  visit.done();
  visit.done();
  // Too early: the bus has had no time to empty.
  visit.read('48.2');
  visit.wait(300);
  visit.read('4.2');
  proveDead(visit, 8);
  visit.answer('none');
  visit.read('OL');
  visit.done();
  visit.done();
  visit.read('18.5');
  // The sister's plug by mistake: alike, and none of this motor's variants.
  visit.retract(visit.read('11.8 / 11.8 / 11.8'));
  visit.log({ type: 'note-added', text: 'That was the plug of the fan next to it.' });
  visit.read('16.6 / 16.7 / 16.6');
  visit.log({
    type: 'source-chosen',
    question: 'motor-variant',
    choice: 'variant B, service sheet page 4',
    reason: 'plate of the motor says B',
  });
  visit.answer('read');
  visit.read('16.6 / 16.7 / 16.6');
  // Good ohms do not prove a winding.
  visit.log({ type: 'meter-changed', meter: 'insul-500' });
  visit.read('0.8');
  visit.conclude();
  visit.log({ type: 'visit-closed' });
  return visit;
}

writeVisit('heat-bench-1-traps', bench());
writeVisit('fan-south-traps', fan());
