import burnerDocument from '../../../demo/data/unit-models/co2-burner.json';
import mistDocument from '../../../demo/data/unit-models/mist-pump-panel.json';
import ventDocument from '../../../demo/data/unit-models/roof-vent-drive.json';
import {
  advance,
  aheadOf,
  AT_REST,
  commandedBy,
  fittingChoices,
  isWatched,
  lastSwitching,
  readSequence,
  runningWatch,
  runsOf,
  watchesOf,
  watchOutcome,
  type PlannedStage,
  type Running,
  type SequencePlan,
} from '.';
import { envelope, VisitDriver } from '../testing/demo';
import type { SequenceDocument, UnitModelDocument } from '../unit-model';
import { holdOffsRunning, replay, VisitContext, type EventEnvelope, type StageMark } from '../visit';

const BURNER = burnerDocument as unknown as UnitModelDocument;
const VENT = ventDocument as unknown as UnitModelDocument;
const MIST = mistDocument as unknown as UnitModelDocument;
const ALL = [BURNER, VENT, MIST].flatMap((model) => (model.sequences ?? []).map((sequence) => ({ model, sequence })));

function contextOf(model: UnitModelDocument): VisitContext {
  return new VisitContext({ model, procedures: {}, meters: {} });
}

function plan(model: UnitModelDocument, id: string, positions = {}): SequencePlan {
  return readSequence(model, model.sequences?.find((each) => each.id === id) as SequenceDocument, positions);
}

interface Failure {
  readonly stage: string;
  readonly how: 'not-commanded' | 'not-actual';
}

/**
 * A machine that goes through a sequence: what is proven follows what is commanded a moment later, except at the stage
 * that fails. Runs in steps of a tenth of a second and tells when each stage was commanded and when it was seen.
 */
function machine(sequence: SequencePlan, failure?: Failure, lasts = 180) {
  const call = sequence.document.start;
  let state: Running = AT_REST;
  const seen: { stage: string; mark: 'commanded' | 'actual'; at: number }[] = [];
  const marked = new Set<string>();
  for (let tenth = 0; tenth < lasts * 10; tenth += 1) {
    const now = tenth / 10;
    const stage = sequence.stages.find(({ id }) => id === state.stage);
    const within = now - state.since;
    const isFailing = (id: string | undefined): boolean => failure?.stage === id;
    const world = {
      isSo: (name: string) => (name === call ? now < lasts - 80 : proves(name)),
      call: (_name: string, of: string) => proves(of),
    };
    // Only what the stage at hand waits for follows its command; the next one has to wait its own time.
    const proves = (name: string): boolean => stage?.document.until?.includes(name) === true && isProven(stage);
    const isProven = (each: PlannedStage | undefined): boolean =>
      each !== undefined && !isFailing(each.id) && within >= (each.earliest || 0.5);
    const before = state;
    state = advance(sequence, state, world, now);
    const see = (id: string, mark: 'commanded' | 'actual', since: number): void => {
      const key = `${mark} ${id} ${since}`;
      if (!marked.has(key)) seen.push({ stage: id, mark, at: now });
      marked.add(key);
    };
    const isCommanded = !(failure?.how === 'not-commanded' && isFailing(state.stage));
    const at = sequence.stages.find(({ id }) => id === state.stage);
    if (at && isWatched(at) && isCommanded && at.on.length > 0) see(at.id, 'commanded', state.since);
    // Seen early in a timed stage that says so, else when the stage is over.
    const isEarly = stage?.isTimed === true && Number.isFinite(stage.latest) && within >= (stage.earliest || 0.4);
    const isOver = state.stage !== before.stage && (stage?.isTimed === true || isProven(stage));
    if (stage && isWatched(stage) && !isFailing(stage.id) && (isEarly || isOver)) see(stage.id, 'actual', before.since);
  }
  return { seen, state };
}

/** A technician who marks what the machine shows, and what does not come within its slot. */
class Watcher {
  readonly driver: VisitDriver;
  readonly watch: string;
  private readonly started = Date.UTC(2026, 10, 24, 9, 0);

  constructor(
    readonly model: UnitModelDocument,
    sequence: string,
  ) {
    this.driver = new VisitDriver(contextOf(model));
    this.driver.log({ type: 'visit-opened', unit: 'unit', complaint: 'does not run' }, this.at(-5));
    this.watch = this.driver.log({ type: 'watch-started', sequence, label: 'before' }, this.at(0)).id;
  }

  at(seconds: number): Partial<EventEnvelope> {
    return { at: new Date(this.started + seconds * 1000).toISOString(), monotonic: (seconds + 10) * 1000 };
  }

  mark(stage: string, mark: StageMark, seconds: number): this {
    this.driver.log({ type: 'stage-marked', watch: this.watch, stage, mark }, this.at(seconds));
    return this;
  }

  endCall(seconds: number): this {
    this.driver.log({ type: 'call-ended', watch: this.watch }, this.at(seconds));
    return this;
  }

  end(how: 'completed' | 'stopped' | 'abandoned', seconds: number): this {
    this.driver.log({ type: 'watch-ended', watch: this.watch, how }, this.at(seconds));
    return this;
  }

  get context(): VisitContext {
    return contextOf(this.model);
  }

  get outcome() {
    const [watch] = watchesOf(this.context, this.driver.state);
    if (!watch) throw new Error('no watch');
    return watchOutcome(this.context, watch);
  }

  get marks() {
    return watchesOf(this.context, this.driver.state)[0]?.marks ?? [];
  }
}

describe('a sequence of operation', () => {
  it('runs to its last stage in a machine without a fault, whatever the unit', () => {
    for (const { model, sequence } of ALL) {
      const read = readSequence(model, sequence, { 'BC.S1': '00' });
      const { seen } = machine(read, undefined, 220);
      const watched = read.stages.filter(isWatched).map(({ id }) => id);
      const actual = [...new Set(seen.filter(({ mark }) => mark === 'actual').map(({ stage }) => stage))];
      expect(actual).withContext(sequence.id).toEqual(watched);
    }
  });

  it('tries three times, then locks out with the code of the table', () => {
    const read = plan(BURNER, 'enrich', { 'BC.S1': '00' });
    const { state } = machine(read, { stage: 'flame', how: 'not-actual' }, 400);
    expect(state.failures['flame']).toBe(3);
    expect(state.entered.map(({ stage }) => stage).filter((stage) => stage === 'inter-purge').length).toBe(2);
    expect(state.stage).toBe('lock-out-flame');
  });

  it('goes on with the fan alone when the limit opens, and comes to rest by its post-run', () => {
    const read = plan(BURNER, 'enrich', { 'BC.S1': '10' });
    let state = AT_REST;
    const world = (...so: string[]) => ({ isSo: (name: string) => so.includes(name) });
    const all = ['call.enrich', 'fan-draught', 'flame'];
    for (let now = 0; now < 60; now += 1) state = advance(read, state, world(...all), now);
    expect(state.stage).toBe('run');
    state = advance(read, state, world(...all, 'overheated'), 60);
    expect(commandedBy(read, state)).toEqual(['fan-output']);
    state = advance(read, state, world(), 70);
    expect(state.stage).toBe('post-run');
    // A call that comes back in the meantime starts again, from its first stage; one that never went does not.
    const again = advance(read, advance(read, state, world(), 80), world('call.enrich'), 90);
    expect([again.stage, again.since]).toEqual(['rest-check', 90]);
    expect(advance(read, state, world(), 169).stage).toBe('post-run');
    expect(advance(read, state, world(), 171).stage).toBe('@end');
  });

  it('commands nothing any more when the call goes, and a lock-out by the fan goes with it', () => {
    const vent = plan(VENT, 'open');
    const world = (...so: string[]) => ({ isSo: (name: string) => so.includes(name) });
    let state = AT_REST;
    for (let now = 0; now < 6; now += 0.5) state = advance(vent, state, world('call.open'), now);
    expect(commandedBy(vent, state)).toEqual(['open-relay']);
    state = advance(vent, state, world(), 7);
    expect(commandedBy(vent, state)).toEqual([]);
    const burner = plan(BURNER, 'enrich', { 'BC.S1': '00' });
    state = AT_REST;
    for (let now = 0; now < 60; now += 1) state = advance(burner, state, world('call.enrich'), now);
    expect(state.stage).toBe('lock-out-fan');
    expect(advance(burner, state, world(), 61).stage).toBe('@end');
  });

  it('is decided by its arguments alone: the same in one stride as in many', () => {
    const read = plan(BURNER, 'enrich', { 'BC.S1': '00' });
    const world = { isSo: (name: string) => ['call.enrich', 'fan-draught', 'flame'].includes(name) };
    let small = AT_REST;
    for (let tenth = 0; tenth <= 400; tenth += 1) small = advance(read, small, world, tenth / 10);
    expect(small.stage).toBe('run');
    expect(advance(read, small, world, 40)).toBe(small);
  });
});

describe('watching a call', () => {
  it('names the stage that failed, for every single failure of every demo unit', () => {
    for (const { model, sequence } of ALL) {
      const read = readSequence(model, sequence, { 'BC.S1': '00' });
      for (const stage of read.stages.filter(isWatched)) {
        if (stage.id === sequence.stop) continue;
        for (const how of ['not-commanded', 'not-actual'] as const) {
          const watcher = new Watcher(model, sequence.id);
          const { seen, state } = machine(read, { stage: stage.id, how }, 160);
          // Marked up to the failure; then, as soon as it is late, the stage that does not come and what of its command.
          const begun = state.entered.find((each) => each.stage === stage.id)?.at ?? 0;
          const before = seen.filter(({ mark, at }) => mark === 'actual' && at <= begun);
          for (const each of before) watcher.mark(each.stage, 'actual', each.at);
          const late = begun + 1.1 * (Number.isFinite(stage.latest) ? stage.latest : (stage.lasts ?? 0)) + 4;
          watcher.mark(stage.id, 'never', late);
          if (stage.document.commandedBy)
            watcher.mark(stage.id, how === 'not-actual' ? 'commanded' : 'not-commanded', late + 0.5);
          watcher.end('stopped', late + 1);
          const { stoppedAt, failure, suspects, lastCompleted } = watcher.outcome;
          expect(stoppedAt?.id).withContext(`${sequence.id}.${stage.id} ${how}`).toBe(stage.id);
          expect(lastCompleted?.id).toBe(before.at(-1)?.stage);
          if (stage.document.commandedBy) expect(failure).withContext(`${sequence.id}.${stage.id}`).toBe(how);
          expect(suspects.length).withContext(`${sequence.id}.${stage.id} ${how}`).toBeGreaterThan(0);
        }
      }
    }
  });

  it('keeps what is commanded apart from what happens', () => {
    const untold = new Watcher(BURNER, 'enrich').mark('fan', 'never', 40).outcome;
    expect(untold.failure).toBe('not-known');
    expect(untold.suspects).toEqual(jasmine.arrayContaining(['BC:fan-output', 'FM1']));
    expect(untold.words).toContain('whether it was commanded is not known');
    const dead = new Watcher(BURNER, 'enrich').mark('fan', 'never', 40).mark('fan', 'not-commanded', 41).outcome;
    expect(dead.failure).toBe('not-commanded');
    expect(dead.suspects).toContain('BC:fan-output');
    expect(dead.suspects).not.toContain('FM1');
    const stuck = new Watcher(BURNER, 'enrich').mark('fan', 'commanded', 3).mark('fan', 'never', 40).outcome;
    expect(stuck.failure).toBe('not-actual');
    expect(stuck.suspects).toContain('FM1');
    expect(stuck.suspects).not.toContain('BC:fan-output');
  });

  it('finds the first stage that did not happen although the board went on', () => {
    const { stoppedAt } = new Watcher(BURNER, 'enrich')
      .mark('fan', 'actual', 5)
      .mark('glow', 'never', 35)
      .mark('gas', 'actual', 36)
      .mark('flame', 'never', 41).outcome;
    expect(stoppedAt?.id).toBe('glow');
  });

  it('accuses nothing that was given up before it was due: a wait is no failure', () => {
    const early = new Watcher(BURNER, 'enrich').mark('fan', 'actual', 5).mark('glow', 'never', 9);
    expect(early.outcome.stoppedAt).toBeUndefined();
    expect(early.outcome.suspects).toEqual([]);
    const due = new Watcher(BURNER, 'enrich').mark('fan', 'actual', 5).mark('glow', 'never', 31);
    expect(due.outcome.stoppedAt?.id).toBe('glow');
  });

  it('judges every mark by its slot, counted from the mark before, with the waits on the way', () => {
    const watcher = new Watcher(BURNER, 'enrich')
      .mark('fan', 'actual', 5)
      .mark('glow', 'actual', 24)
      .mark('gas', 'actual', 29);
    expect(watcher.marks.map(({ judgement }) => judgement?.verdict)).toEqual(['within', 'within', 'within']);
    const [, glow] = watcher.marks;
    expect(glow?.slot?.waits.map(({ stage }) => stage.id)).toEqual(['purge']);
    const late = new Watcher(BURNER, 'enrich').mark('fan', 'actual', 50);
    expect(late.marks[0]?.judgement?.verdict).toBe('high');
    const early = new Watcher(BURNER, 'enrich').mark('fan', 'actual', 5).mark('glow', 'actual', 8);
    expect(early.marks[1]?.judgement?.verdict).toBe('low');
    expect(early.outcome.outOfTime.length).toBe(1);
  });

  it('compares the post-run with the switches as they were read, and judges nothing while they were not', () => {
    const run = (position?: string, seconds = 92) => {
      const watcher = new Watcher(BURNER, 'enrich');
      if (position)
        watcher.driver.log(
          { type: 'setting-read', setting: 'BC.S1', value: position, grade: 'observed' },
          watcher.at(1),
        );
      watcher
        .mark('fan', 'actual', 5)
        .mark('flame', 'actual', 30)
        .endCall(100)
        .mark('post-run', 'actual', 100 + seconds);
      return watcher.marks.at(-1);
    };
    expect(run('10')?.judgement?.verdict).toBe('within');
    expect(run('00')?.judgement?.verdict).toBe('high');
    expect(run('0 1')?.judgement?.verdict).toBe('low');
    const unread = run();
    expect(unread?.judgement?.verdict).toBe('unjudged');
    expect(unread?.stage && fittingChoices(unread.stage, 92)).toEqual([100]);
  });

  it('makes the call and ends it, and says what is due after a failed try', () => {
    const watcher = new Watcher(BURNER, 'enrich');
    expect(watcher.driver.state.conditions.calls).toEqual({ enrich: 'on' });
    watcher.mark('fan', 'actual', 5).mark('glow', 'actual', 22).mark('gas', 'actual', 28).mark('flame', 'never', 36);
    const again = runningWatch(watcher.context, watcher.driver.state);
    expect(again?.next?.stage.id).toBe('glow');
    expect(again?.next?.waits.map(({ stage }) => stage.id)).toEqual(['inter-purge']);
    watcher.endCall(60).end('stopped', 61);
    expect(watcher.driver.state.conditions.calls).toEqual({ enrich: 'off' });
    expect(runningWatch(watcher.context, watcher.driver.state)).toBeUndefined();
  });

  it('takes times from the device that marked, and marks those that cross a reload or a jump of the clock', () => {
    const watcher = new Watcher(BURNER, 'enrich');
    const jumped = { at: new Date(Date.UTC(2026, 10, 24, 7, 0)).toISOString(), monotonic: 15_000 };
    watcher.driver.log({ type: 'stage-marked', watch: watcher.watch, stage: 'fan', mark: 'actual' }, jumped);
    expect(watcher.marks[0]?.at).toBe(5);
    expect(watcher.marks[0]?.isDoubtful).toBeTrue();
    const reloaded = { ...watcher.at(24), device: '00000000-0000-7000-8000-000000000901', monotonic: 3 };
    watcher.driver.log({ type: 'stage-marked', watch: watcher.watch, stage: 'glow', mark: 'actual' }, reloaded);
    expect(watcher.marks[1]?.at).toBe(24);
    expect(watcher.marks[1]?.isDoubtful).toBeTrue();
  });

  it('accuses nothing on a watch that was abandoned, and forgets a mark that was taken back', () => {
    expect(
      new Watcher(BURNER, 'enrich').mark('fan', 'actual', 5).end('abandoned', 9).outcome.stoppedAt,
    ).toBeUndefined();
    const watcher = new Watcher(BURNER, 'enrich').mark('fan', 'never', 40);
    const mark = watcher.driver.events.at(-1)?.id ?? '';
    watcher.driver.log({ type: 'retracted', event: mark });
    expect(watcher.outcome.stoppedAt).toBeUndefined();
    expect(replay(watcher.context, watcher.driver.events)).toEqual(watcher.driver.state);
  });

  it('has no slot that begins after its end', () => {
    for (const { model, sequence } of ALL) {
      const read = readSequence(model, sequence);
      for (const slot of aheadOf(read, runsOf(read, [], { least: 0, most: 0 }))) {
        expect(slot.earliest).withContext(`${sequence.id}.${slot.stage.id}`).toBeLessThanOrEqual(slot.latest);
      }
    }
  });
});

describe('a hold-off', () => {
  const context = contextOf(BURNER);

  it('is counted down from the end of the call, and is over in time', () => {
    const watcher = new Watcher(BURNER, 'enrich').endCall(10);
    const now = (seconds: number): number => Date.parse(watcher.at(seconds).at ?? '');
    const [running] = holdOffsRunning(context, watcher.driver.state, now(40));
    expect(running?.document.kind).toBe('short-cycle');
    expect(Math.round(running?.remaining ?? 0)).toBe(90);
    expect(holdOffsRunning(context, watcher.driver.state, now(131))).toEqual([]);
  });

  it('begins with the supply, and never before anybody switched anything', () => {
    const driver = new VisitDriver(context);
    driver.log({ type: 'visit-opened', unit: 'unit', complaint: '' });
    expect(holdOffsRunning(context, driver.state, Date.UTC(2026, 10, 24, 9, 1))).toEqual([]);
    const on = driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' }, envelope(1));
    expect(holdOffsRunning(context, driver.state, Date.parse(on.at) + 5000).map(({ document }) => document.id)).toEqual(
      ['power-up-purge'],
    );
  });
});

describe('what a stopwatch counts from', () => {
  it('is the event that last switched a supply or a call, whatever was logged since', () => {
    const driver = new VisitDriver();
    driver.log({ type: 'visit-opened', unit: 'x', complaint: '' });
    expect(lastSwitching(driver.state)).toBeUndefined();
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    const call = driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    driver.log({ type: 'note-added', text: 'humming' });
    expect(lastSwitching(driver.state)?.id).toBe(call.id);
    // Saying again what is so switches nothing.
    driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
    expect(lastSwitching(driver.state)?.id).toBe(call.id);
    const off = driver.log({ type: 'call-changed', call: 'mist', state: 'off' });
    expect(lastSwitching(driver.state)?.id).toBe(off.id);
  });
});
