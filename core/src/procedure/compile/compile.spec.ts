import { GENERALS, NEW_BOARD_CHART, PUMP_BY_HALVES } from '../../testing/ambiguities';
import { BURNER_CONTEXT } from '../../testing/burner';
import { DEMO_MODEL, DEMO_PROCEDURE } from '../../testing/demo';
import { BENCH_CONTEXT } from '../../testing/traps';
import { Wiring, type UnitModelDocument } from '../../unit-model';
import { edgesOfProcedure } from '../graph';
import { lintGeneral, lintProcedure } from '../lint';
import { isWalkable, type MeasurementStep, type ProcedureDocument } from '../procedure-document';
import { clearanceMembers, compileProcedure } from '.';

const compiled = compileProcedure(PUMP_BY_HALVES, DEMO_MODEL, GENERALS);

describe('a chart as it is walked', () => {
  it('has only steps a visit walks, and every arrow leads to one', () => {
    for (const [chart, model] of [
      [PUMP_BY_HALVES, DEMO_MODEL],
      [NEW_BOARD_CHART, BURNER_CONTEXT.model],
    ] as const) {
      const walked = compileProcedure(chart, model, GENERALS);
      expect(Object.values(walked.steps).every(isWalkable)).toBeTrue();
      for (const { to } of edgesOfProcedure(walked))
        expect(to === '@end' || Object.hasOwn(walked.steps, to))
          .withContext(to)
          .toBeTrue();
    }
  });

  it('is the chart itself where nothing has to be made', () => {
    expect(compileProcedure(DEMO_PROCEDURE, DEMO_MODEL, GENERALS)).toBe(DEMO_PROCEDURE);
  });

  it('leaves the calls as they are where they would come to a million steps, and lint says so', () => {
    const [general] = GENERALS;
    if (!general) throw new Error('none');
    const [step] = Object.values(general.steps);
    const long = {
      ...general,
      steps: Object.fromEntries(Array.from({ length: 1000 }, (_, index) => [`s${index}`, step])),
      start: 's0',
    } as ProcedureDocument;
    const call = { kind: 'procedureCall', text: 'again', procedure: general.id, bind: {}, branches: {} } as const;
    const steps = Object.fromEntries(Array.from({ length: 1000 }, (_, index) => [`c${index}`, call]));
    const chart = { ...PUMP_BY_HALVES, start: 'c0', steps } as ProcedureDocument;
    expect(Object.keys(compileProcedure(chart, DEMO_MODEL, [long]).steps).length).toBe(1000);
    expect(lintProcedure(chart, DEMO_MODEL, [long]).map(({ message }) => message)).toEqual([
      'come to 1000000 with everything they call; accepted: at most 5000.',
    ]);
  });

  it('leaves no role open', () => {
    expect(JSON.stringify(compiled.steps)).not.toMatch(/role\.|\{[a-z-]+\}/);
  });

  it('reads a chain to the end of its path, under the supply and the calls of the path', () => {
    const { measure, clears, implicates } = compiled.steps['halve'] as MeasurementStep;
    expect(measure.requires).toEqual({ supplies: { control: 'on' }, calls: { mist: 'on' } });
    expect(measure.chain?.points).toContain('K1.A1');
    // What it clears and accuses follows from what will be read.
    expect([clears, implicates]).toEqual([undefined, undefined]);
  });

  it('begins inside a call where the chart begins with one', () => {
    const chart = { ...PUMP_BY_HALVES, start: 'control-supply', entries: [{ code: '3', at: 'control-supply' }] };
    const walked = compileProcedure(chart as ProcedureDocument, DEMO_MODEL, GENERALS);
    expect(walked.start).toBe('control-supply.secondary');
    expect(walked.entries?.[0]?.at).toBe('control-supply.secondary');
  });
});

describe('what is cleared before a board gets power', () => {
  const ids = (model: UnitModelDocument, board: string): readonly string[] =>
    clearanceMembers(new Wiring(model), board).map(({ id }) => id);

  it('is every load across, against half of its rating', () => {
    const mats = clearanceMembers(BENCH_CONTEXT.wiring, 'HB').filter(({ id }) => id.startsWith('across-H'));
    expect(mats.map(({ from, to, expect: should }) => [from, to, (should as { low: string }).low])).toEqual([
      ['HB.X2.1@plug', 'HB.X2.2@plug', '24 Ω'],
      ['HB.X2.3@plug', 'HB.X2.4@plug', '24 Ω'],
    ]);
  });

  it('is every lead to earth once: clear of it, or no short where its load ends at a bonded conductor', () => {
    const burner = clearanceMembers(BURNER_CONTEXT.wiring, 'BC');
    const limit = (id: string): unknown =>
      (burner.find((each) => each.id === id)?.expect as { readonly atLeast?: string } | undefined)?.atLeast;
    expect(limit('earth-X2-1')).toBe('1 MΩ');
    expect(limit('earth-X2-3')).toBe('31 Ω');
  });

  it('has no earth and no supply lead, and nothing for a board that is not there', () => {
    expect(ids(BURNER_CONTEXT.model, 'BC')).not.toContain('earth-X1-3');
    expect(ids(BURNER_CONTEXT.model, 'BC')).not.toContain('earth-X1-1');
    expect(ids(BURNER_CONTEXT.model, 'XX')).toEqual([]);
  });
});

describe('the check of a general procedure', () => {
  const [general] = GENERALS;
  const messages = (change: (document: Record<string, unknown>) => void): readonly string[] => {
    const document = structuredClone(general) as unknown as Record<string, unknown>;
    change(document);
    return lintGeneral(document as unknown as ProcedureDocument).map(({ path, message }) => `${path}: ${message}`);
  };

  it('names roles that are used and not declared, or declared and not used', () => {
    expect(messages((document) => delete (document['roles'] as Record<string, unknown>)['feed'])).toEqual([
      'steps: "feed" is used and is no declared role.',
    ]);
    expect(
      messages((document) => {
        (document['roles'] as Record<string, unknown>)['idle'] = { kind: 'terminal', what: 'nothing' };
      }),
    ).toEqual(['roles.idle: No step uses this role.']);
  });

  it('names ends that are no result, results nothing ends in, and arrows to nowhere', () => {
    expect(messages((document) => delete (document['results'] as Record<string, unknown>)['high'])[0]).toContain(
      'ends in "@high", which is no result',
    );
    expect(
      messages((document) => {
        (document['results'] as Record<string, unknown>)['odd'] = 'odd';
      }),
    ).toEqual(['results.odd: No step ends in this result.']);
    expect(messages((document) => delete document['results'])).toContain(
      'results: A general procedure says how it can end.',
    );
    expect(
      messages((document) => {
        const steps = document['steps'] as Record<string, { branches: Record<string, string> }>;
        const first = steps['secondary'];
        if (first) first.branches['low'] = 'nowhere';
      }).join(' '),
    ).toContain('leads to "nowhere", which is no step');
  });

  it('has no step that could not be walked inside a call', () => {
    expect(
      messages((document) => {
        (document['steps'] as Record<string, unknown>)['secondary'] = {
          kind: 'chain',
          text: 'x',
          path: 'role.feed',
          branches: { otherwise: '@good' },
        };
      }).join(' '),
    ).toContain('A general procedure has no step of kind "chain"');
  });
});
