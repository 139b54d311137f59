import { BENCH_CONTEXT } from '../testing/traps';
import { lintProcedure, type ProcedureDocument } from '.';

type Node = Record<string, unknown>;

const BENCH = BENCH_CONTEXT.procedures['bench-stays-cold'];

/** The problems of the bench chart with one step changed, each on a line. */
function withStep(id: string, change: (step: Node, measure: Node) => void): string {
  const copy = structuredClone(BENCH) as unknown as { steps: Record<string, Node> };
  const step = copy.steps[id];
  if (!step) throw new Error(id);
  change(step, (step['measure'] ?? {}) as Node);
  return lintProcedure(copy as unknown as ProcedureDocument, BENCH_CONTEXT.model)
    .map(({ path, message }) => `${path}: ${message}`)
    .join('\n');
}

const setOf = (measure: Node): Node[] => measure['set'] as Node[];

describe('the check of a set of readings', () => {
  it('passes the bench chart as it is', () => {
    expect(withStep('matrix', () => undefined)).toBe('');
  });

  it('wants every part named, once, with two points and a function', () => {
    expect(withStep('matrix', (_step, measure) => delete setOf(measure)[0]?.['to'])).toContain(
      'steps.matrix.measure.set[0]: A part of a set names function, from and to.',
    );
    expect(
      withStep('matrix', (_step, measure) => {
        const [first, second] = setOf(measure);
        if (first && second) second['id'] = first['id'];
      }),
    ).toContain('stands there twice.');
    expect(withStep('matrix', (_step, measure) => (measure['set'] = setOf(measure).slice(0, 1)))).toContain(
      'A set has at least two parts.',
    );
    expect(
      withStep('matrix', (_step, measure) => {
        const [first] = setOf(measure);
        if (first) first['expect'] = { kind: 'nominal', value: '24 bananas' };
      }),
    ).toContain('steps.matrix.measure.set[0].expect:');
  });

  it('wants a pattern of known parts, with a name of its own and a way on', () => {
    expect(
      withStep('matrix', (_step, measure) => {
        (measure['patterns'] as Record<string, Node>)['one-leg'] = { 'no-such-part': 'within' };
      }),
    ).toContain('There is no part "no-such-part" in the set.');
    expect(
      withStep('matrix', (_step, measure) => {
        const patterns = measure['patterns'] as Record<string, Node>;
        patterns['low'] = patterns['one-leg'] ?? {};
      }),
    ).toContain('"low" is a verdict: a pattern has a name of its own.');
    expect(withStep('matrix', (step) => delete (step['branches'] as Node)['leg-lost'])).toContain(
      'The pattern "leg-lost" leads nowhere.',
    );
    expect(withStep('rail', (_step, measure) => (measure['patterns'] = { odd: { x: 'low' } }))).toContain(
      'Patterns are made by the parts of a set.',
    );
  });

  it('wants every result of the whole to lead somewhere', () => {
    expect(
      withStep('matrix', (step) => {
        delete (step['branches'] as Node)['otherwise'];
        delete (step['branches'] as Node)['mixed'];
      }),
    ).toContain('This set can end in "mixed", which leads nowhere.');
    expect(
      withStep('matrix', (_step, measure) => (measure['expect'] = { kind: 'balanced', within: 'much' })),
    ).toContain('steps.matrix.measure.expect');
  });
});

describe('the check of one measurement', () => {
  it('wants its function and its two points', () => {
    expect(withStep('rail', (_step, measure) => delete measure['function'])).toContain(
      'A measurement names its function.',
    );
    expect(withStep('rail', (_step, measure) => delete measure['from'])).toContain(
      'A measurement names two points, from and to.',
    );
  });

  it('knows verdicts and nothing else as branches', () => {
    expect(withStep('rail', (step) => ((step['branches'] as Node)['higher'] = 'call'))).toContain(
      '"higher" is no verdict and no pattern.',
    );
  });

  it('counts what a kind of expectation can come to', () => {
    const noWay = (id: string, verdict: string): void =>
      expect(
        withStep(id, (step) => {
          const kept = Object.entries(step['branches'] as Node).filter(
            ([key]) => ![verdict, 'otherwise'].includes(key),
          );
          step['branches'] = Object.fromEntries(kept);
        }),
      )
        .withContext(`${id} ${verdict}`)
        .toContain(`can end in "${verdict}", which leads nowhere`);
    noWay('sister', 'high');
    noWay('cover', 'mixed');
    noWay('soak', 'unsteady');
    noWay('leg-a', 'low');
  });
});
