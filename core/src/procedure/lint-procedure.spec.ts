import { DEMO_MODEL, DEMO_PROCEDURE } from '../testing/demo';
import { lintProcedure, type ProcedureDocument } from '.';

type Steps = Record<string, Record<string, unknown>>;

function broken(change: (steps: Steps, procedure: Record<string, unknown>) => void): string {
  const copy = structuredClone(DEMO_PROCEDURE) as unknown as Record<string, unknown>;
  change(copy['steps'] as Steps, copy);
  return lintProcedure(copy as unknown as ProcedureDocument, DEMO_MODEL)
    .map((each) => `${each.severity} ${each.path}: ${each.message}`)
    .join('\n');
}

/** The step, to be broken on purpose. */
function step(steps: Steps, id: string): Record<string, unknown> {
  const found = steps[id];
  if (!found) throw new Error(id);
  return found;
}

describe('the check of a procedure', () => {
  it('passes the demo chart, which is of the promised size', () => {
    expect(lintProcedure(DEMO_PROCEDURE, DEMO_MODEL)).toEqual([]);
    const kinds = Object.values(DEMO_PROCEDURE.steps).map((each) => each.kind);
    expect(kinds.length).toBeGreaterThanOrEqual(18);
    expect(new Set(kinds)).toEqual(new Set(['action', 'observation', 'measurement', 'decide', 'conclusion']));
    const classes = new Set(
      Object.values(DEMO_PROCEDURE.steps).flatMap((each) =>
        each.kind === 'conclusion' ? [(each as { class: string }).class] : [],
      ),
    );
    expect(classes.size).toBeGreaterThanOrEqual(5);
  });

  it('finds a step no way leads to', () => {
    expect(broken((steps) => (steps['lost'] = { kind: 'action', text: 'Lost.', next: '@end' }))).toContain(
      'steps.lost: No way leads to this step.',
    );
  });

  it('finds an arrow that leads nowhere', () => {
    expect(broken((steps) => (step(steps, 'call-mist')['next'] = 'nowhere'))).toContain(
      '"done" leads to "nowhere", which is no step',
    );
  });

  it('finds a verdict without a branch', () => {
    expect(
      broken((steps) => (step(steps, 'across-float')['branches'] = { within: 'across-pressure', high: 'tank-level' })),
    ).not.toContain('can end in "partial"');
    expect(broken((steps) => (step(steps, 'across-float')['branches'] = { within: 'across-pressure' }))).toContain(
      'can end in "high"',
    );
    expect(broken((steps) => (step(steps, 'fuse')['branches'] = { within: 'coil' }))).toContain('can end in "open"');
    expect(broken((steps) => (step(steps, 'prove-dead')['branches'] = { within: 'look' }))).toContain(
      'proof of dead can end in "high"',
    );
  });

  it('finds a dead end', () => {
    expect(
      broken((steps) => {
        steps['around'] = { kind: 'action', text: 'Around.', next: 'around', atMost: 2, exceeded: 'around' };
        step(steps, 'isolate')['next'] = 'around';
      }),
    ).toContain('steps.around: Dead end');
  });

  it('finds an endless loop without a limit', () => {
    const message = broken((steps) => {
      delete step(steps, 'float-again')['atMost'];
      delete step(steps, 'float-again')['exceeded'];
    });
    expect(message).toContain('Endless loop without a limit');
    expect(message).toContain('float-again');
  });

  it('finds a limit without a way out', () => {
    expect(broken((steps) => delete step(steps, 'wait-delay')['exceeded'])).toContain(
      'atMost and exceeded belong together',
    );
  });

  it('finds unknown terminals, elements, supplies and calls', () => {
    expect(
      broken((steps) => ((step(steps, 'secondary')['measure'] as Record<string, unknown>)['from'] = 'CB.X1.99')),
    ).toContain('"CB.X1.99" is not a terminal');
    expect(broken((steps) => (step(steps, 'secondary')['clears'] = { within: ['T9'] }))).toContain(
      '"T9" is not an element',
    );
    expect(broken((steps) => (step(steps, 'energise')['sets'] = { supplies: { sun: 'on' } }))).toContain(
      '"sun" is not a supply',
    );
    expect(broken((steps) => (step(steps, 'energise')['sets'] = { calls: { rain: 'on' } }))).toContain(
      '"rain" is not a call',
    );
  });

  it('finds required conditions that no way, or not every way, sets up', () => {
    expect(broken((steps) => (step(steps, 'energise')['sets'] = { calls: { mist: 'on' } }))).toContain(
      'Requires supplies mains on, which no way to it sets up (proven-dead here)',
    );
    expect(
      broken(
        (steps) =>
          (step(steps, 'look')['answers'] = {
            none: 'fuse',
            hurry: 'after-fuse',
            damage: 'repair-wiring',
            wet: 'water-inside',
          }),
      ),
    ).toContain('but some way here leaves it proven-dead');
  });

  it('asks for a proof of dead before any ohms, said or not', () => {
    expect(broken((steps) => (step(steps, 'isolate')['next'] = 'look'))).toContain(
      'Requires supplies mains proven-dead',
    );
  });

  it('forgets a proof of dead as soon as something is switched on', () => {
    const message = broken((steps) => {
      step(steps, 'look')['answers'] = { none: 'relight', damage: 'repair-wiring', wet: 'water-inside' };
      steps['relight'] = {
        kind: 'action',
        text: 'On.',
        sets: { supplies: { control: 'on' } },
        mayStart: [],
        next: 'fuse',
      };
    });
    expect(message).toContain('Requires supplies mains proven-dead, which no way to it sets up (unknown here)');
  });

  it('finds a bypass that the chart ends with', () => {
    expect(broken((steps) => delete step(steps, 'float-open')['sets'])).toContain(
      'The chart may end here with bypass "float-test" still in',
    );
  });

  it('finds an energy change that does not say what may start', () => {
    expect(broken((steps) => delete step(steps, 'energise')['mayStart'])).toContain(
      'steps.energise.mayStart: This puts energy on',
    );
    expect(broken((steps) => delete step(steps, 'float-jumper')['mayStart'])).toContain('steps.float-jumper.mayStart');
    expect(broken((steps) => (step(steps, 'energise')['mayStart'] = []))).toBe('');
  });

  it('refuses a bypass that is never allowed, or hides what it takes away', () => {
    const bypass = { id: 'float-test', from: 'CB.X1.2', to: 'CB.X1.8', why: 'no' };
    expect(broken((steps) => (step(steps, 'float-jumper')['bypass'] = bypass))).toContain('Refused: this would short');
    expect(
      broken((steps) => delete (step(steps, 'float-jumper')['bypass'] as Record<string, unknown>)['removes']),
    ).toContain('takes away dry-run protection and does not say so');
  });

  it('warns when "otherwise" swallows low or partial on a step that clears something', () => {
    const message = broken(
      (steps) => (step(steps, 'secondary')['branches'] = { within: 'after-fuse', otherwise: 'primary' }),
    );
    expect(message).toContain('warning steps.secondary.branches.otherwise: "otherwise" swallows low and partial');
  });

  it('finds a conclusion that accuses without an item', () => {
    expect(broken((steps) => delete step(steps, 'float-open')['item'])).toContain(
      'A conclusion of class "sensor" names the item',
    );
    expect(broken((steps) => delete step(steps, 'tank-low')['item'])).toBe('');
  });

  it('lets only a proof prove dead', () => {
    expect(broken((steps) => (step(steps, 'isolate')['sets'] = { supplies: { mains: 'proven-dead' } }))).toContain(
      'Only readings prove dead',
    );
  });

  it('lets a proof prove only what it reads', () => {
    const message = broken((steps) => {
      step(steps, 'prove-dead')['measure'] = { proofOfDead: ['mains'], at: 'CB.X1' };
    });
    expect(message).toContain('Only readings prove dead: control is not in proofOfDead');
  });

  it('refuses by name what cannot be walked yet', () => {
    expect(
      broken(
        (steps) => ((step(steps, 'secondary')['measure'] as Record<string, unknown>)['expect'] = { kind: 'computed' }),
      ),
    ).toContain('Expectations of kind "computed" cannot be judged yet');
  });

  it('refuses a chart for another unit model', () => {
    expect(broken((_steps, procedure) => (procedure['unitModel'] = 'roof-vent'))).toContain(
      'This chart is for "roof-vent"',
    );
  });
});
