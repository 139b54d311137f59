import { juxta as printed, type Printed } from './testing/juxta';

const MODEL = 'demo/data/unit-models/mist-pump-panel.json';
const MISTING = '{"supplies":{"mains":"on"},"calls":{"mist":"on"}}';

describe('a machine on the command line', () => {
  const juxta = (...args: string[]): Printed => printed(args, '');
  const read = (...more: string[]): Printed =>
    juxta('read', '--unit-model', MODEL, '--from', 'K1.A1', '--to', 'K1.A2', '--function', 'ac-voltage', ...more);

  it('says what a meter would show, and what it shows with a fault', () => {
    const healthy = JSON.parse(read('--conditions', MISTING, '--json').out) as Record<string, number>;
    expect(healthy).toEqual({
      value: jasmine.any(Number),
      unit: 'V' as never,
      low: jasmine.any(Number),
      high: jasmine.any(Number),
    });
    expect(healthy['value']).toBeGreaterThan(24);
    expect(healthy['low']).toBeLessThan(healthy['value'] ?? 0);
    expect(healthy['high']).toBeGreaterThan(healthy['value'] ?? 0);
    const open = read('--conditions', MISTING, '--fault', '{"of":"FS1","mode":"stuck-open"}', '--json');
    expect((JSON.parse(open.out) as Record<string, number>)['value']).toBeLessThan(0.1);
    expect(read('--conditions', MISTING).out).toMatch(/^26\.\d\sV AC \(2\d\.?\d*\sV to [23]\d\.?\d*\sV\)$/);
  });

  it('says why it cannot, and never a figure instead', () => {
    expect(JSON.parse(read('--json').out)).toEqual({ cannotCompute: jasmine.stringContaining('Nobody said whether') });
    expect(read('--conditions', MISTING, '--fault', '{"of":"K9","mode":"open"}').out).toContain(
      '"K9" is nothing of this machine',
    );
    const ohms = [
      'read',
      '--unit-model',
      MODEL,
      '--from',
      'F1.1',
      '--to',
      'F1.2',
      '--function',
      'resistance',
      '--json',
    ];
    const locked = ['--conditions', '{"supplies":{"mains":"locked"},"calls":{"mist":"off"}}'];
    expect(JSON.parse(juxta(...ohms, ...locked, '--fault', '{"of":"F1","mode":"open"}').out)).toEqual(
      jasmine.objectContaining({ value: null, open: true }),
    );
  });

  it('reads every pair of a board as a table', () => {
    const { code, out } = juxta(
      'read',
      '--unit-model',
      MODEL,
      '--all',
      'LB',
      '--function',
      'ac-voltage',
      '--conditions',
      MISTING,
    );
    expect(code).toBe(0);
    const [header, ...rows] = out.split('\n');
    expect(header).toBe('from,to,value,unit,cannotCompute');
    expect(rows.length).toBeGreaterThan(2);
  });

  it('writes a netlist with the names of its nodes', () => {
    const { code, out } = juxta('netlist', '--unit-model', MODEL, '--conditions', MISTING);
    expect(code).toBe(0);
    expect(out).toContain('= K1.A1');
    expect(out).toMatch(/\n\.ac lin 1 50 50\n\.end$/);
  });

  it('says what it accepts where it was asked wrongly', () => {
    for (const [args, words] of [
      [['--conditions', '{"supplies":{"mains":"perhaps"}}'], /--conditions: supplies.mains: .*accepted/],
      [['--conditions', '{nonsense'], /--conditions:/],
      [['--fault', '{"mode":"open"}'], /--fault: of: is a required field/],
      [['--output', 'CB:mist-output'], /--output .*accepted: a function of a board/],
    ] as const) {
      const { code, err } = read(...args);
      expect(code).withContext(args.join(' ')).toBe(2);
      expect(err).toMatch(words);
    }
    expect(juxta('read', '--unit-model', MODEL, '--function', 'ac-voltage').err).toContain('--from and --to');
    expect(juxta('read', '--unit-model', MODEL, '--function', 'smell', '--from', 'a', '--to', 'b').code).toBe(2);
  });

  it('proves a chart, and says so as JSON; 1 where a fault is not found', () => {
    const prove = (...more: string[]): Printed => juxta('prove', '--unit-model', MODEL, '--procedure', ...more);
    const chart = 'demo/data/procedures/pump-contactor-does-not-pull-in.json';
    const { out, code } = prove(chart, '--json');
    const proof = JSON.parse(out) as Record<string, number> & { readonly rows: readonly unknown[] };
    expect(code).toBe(0);
    expect(proof.rows.length).toBe(proof['faults'] ?? 0);
    const { faults, rightItem, rightClass, ambiguous, wrong, deadEnd, loop } = proof;
    expect([rightItem, rightClass, ambiguous, wrong, deadEnd, loop]).toEqual([faults, faults, 0, 0, 0, 0]);
    const other = prove('demo/data/procedures/vent-runs-one-way.json');
    expect([other.code, other.err]).toEqual([2, jasmine.stringContaining('written for the unit model')]);
    const general = ['--general', 'demo/data/procedures/general-class-2-chain.json'];
    const mute = prove('demo/data/procedures/pump-chain-by-halves.json', ...general);
    expect([mute.code, mute.err]).toEqual([2, jasmine.stringContaining('`scope`')]);
  }, 60_000);
});
