import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { juxta as printed, type Printed } from './testing/juxta';

const MODEL = 'demo/data/unit-models/mist-pump-panel.json';
const PROCEDURE = 'demo/data/procedures/pump-contactor-does-not-pull-in.json';
const METER = 'demo/data/meters/hand-6000.json';

describe('the command line', () => {
  let folder: string;

  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'juxta-spec-'));
  });

  afterEach(() => rmSync(folder, { recursive: true }));

  let input = '';

  const juxta = (...args: string[]): Printed => printed(args, input);

  function file(name: string, content: string): string {
    const path = join(folder, name);
    writeFileSync(path, content);
    return path;
  }

  it('lints the demo without a word', () => {
    expect(juxta('lint', MODEL, PROCEDURE, METER, 'demo/data/sites.json')).toEqual({ code: 0, out: '', err: '' });
  });

  it('lints what the tutorial builds without a word, and walks it to its end', () => {
    const at = (name: string): string => `docs/formats/example/${name}`;
    const documents = ['unit-model.json', 'procedure.json', 'meter.json', 'sites.json', 'visit.json'].map(at);
    expect(juxta('lint', ...documents)).toEqual({ code: 0, out: '', err: '' });
    const [model = '', procedure = '', meter = ''] = documents;
    const options = ['--unit-model', model, '--procedure', procedure, '--meter', meter];
    expect(juxta('replay', ...options, '--readings', at('readings.csv')).out).toContain(
      'finding: sensor, S1, stuck-open',
    );
  });

  it('lints YAML of the same shape, with problems as file, path, message', () => {
    const yaml = file(
      'model.yaml',
      'format: juxtameter/unit-model\nversion: 1\nid: m\nname: M\nsupplies: []\nboards: []\ndevices: []\nwires: [{ id: w1, from: A.1, to: B.1 }]\n',
    );
    const { code, out } = juxta('lint', yaml);
    expect(code).toBe(1);
    expect(out).toContain(`${yaml}:8: wires[0].from: "A.1" is not a terminal of this unit model.`);
  });

  it('lints nothing it cannot read', () => {
    expect(juxta('lint', join(folder, 'missing.json'))).toEqual(
      jasmine.objectContaining({ code: 1, err: jasmine.stringContaining('cannot be read (ENOENT)') }),
    );
    expect(juxta('lint', file('x.json', '{"format":')).out).toContain('is neither JSON nor YAML');
    expect(juxta('lint', file('y.json', '{"format":"other"}')).out).toContain(
      'format: is not a format this product reads',
    );
    expect(juxta('lint', PROCEDURE).out).toContain('give its unit model as well');
  });

  it('judges one reading, in words or as JSON', () => {
    const { code, out } = juxta(
      'judge',
      '--expect',
      '{"kind":"nominal","value":"24 V","plus":"20 %","minus":"15 %"}',
      '--reading',
      '27.1',
      '--meter',
      METER,
      '--json',
    );
    expect(code).toBe(0);
    const judged = JSON.parse(out) as { verdict: string; text: string; interval: number[]; probability: number };
    expect(judged.verdict).toBe('within');
    expect(judged.interval[0]).toBeCloseTo(26.558, 3);
    expect(judged.probability).toBe(1);
    expect(
      juxta('judge', '--expect', '{"kind":"state","is":"closed"}', '--reading', 'OL', '--function', 'resistance').out,
    ).toContain('open.');
    expect(
      juxta('judge', '--expect', '{"kind":"limit","atMost":"5 V"}', '--function', 'dc-voltage', '--reading', '-12').out,
    ).toContain('high.');
  });

  it('turns a question into an error and says what is accepted', () => {
    expect(juxta('judge', '--expect', '{"kind":"nominal","value":"24 V"}', '--reading', '1,234')).toEqual(
      jasmine.objectContaining({ code: 2, err: jasmine.stringContaining('Write the unit out.') }),
    );
    expect(juxta('judge', '--expect', '{"kind":"guesswork"}', '--reading', '1').err).toContain(
      'must be one of nominal, range, limit, state',
    );
    expect(juxta('judge', '--expect', '{"kind":"nominal","value":"24 V"}', '--reading', 'abc').err).toContain(
      'Accepted: 24.3',
    );
    expect(juxta('judge', '--expect', '24 V ±15 %', '--reading', '27.1').out).toContain('within');
    expect(juxta('judge', '--expect', 'closed', '--function', 'resistance', '--reading', 'OL').out).toContain('open');
    const knob = ['judge', '--expect', 'positions of knob: 1 = 1 kΩ; 2 = 2.2 kΩ', '--reading', '2k21'];
    expect(juxta(...knob, '--position', 'knob=2').out).toContain('within');
    expect(juxta(...knob, '--position', 'knob=1').out).toContain('fits');
    expect(juxta(...knob).out).toContain('whose position was not noted');
    expect(juxta(...knob, '--position', 'two').err).toContain('accepted: knob=2');
    expect(juxta('judge', '--expect', 'warm', '--function', 'ac-voltage', '--reading', '1').err).toContain(
      '24 V ±15 %',
    );
    expect(juxta('judge', '--reading', '1').err).toContain("required option '--expect <line>' not specified");
    expect(juxta('judge', '--expect', '{"kind":"state","is":"open"}', '--reading', '1').err).toContain(
      'add --function',
    );
  });

  it('replays a list of readings, whatever its delimiter', () => {
    const comma = file(
      'list.csv',
      '\uFEFFstep,reading,note\r\ncall-mist,done,\r\nwatch,nothing,"quiet, very"\r\nlamps,both-lit,\r\nisolate,done,\r\nprove-dead,"0,2",\r\nlook,damage,\r\n',
    );
    const semicolon = file('list2.csv', 'step;reading\ncall-mist;done\nwatch;pulls-in\n');
    const replayed = juxta(
      'replay',
      '--unit-model',
      MODEL,
      '--procedure',
      PROCEDURE,
      '--readings',
      comma,
      '--meter',
      METER,
      '--json',
    );
    expect(replayed.err).toBe('');
    const { way, verdicts, findings } = JSON.parse(replayed.out) as {
      way: string[];
      verdicts: { step: string; verdict: string }[];
      findings: unknown[];
    };
    expect(way.at(-1)).toBe('repair-wiring');
    expect(verdicts).toEqual([{ step: 'prove-dead', verdict: 'within' }]);
    expect(findings).toEqual([
      jasmine.objectContaining({ class: 'wiring', item: 'w13', mode: 'damaged', grade: 'not isolated' }),
    ]);
    expect(juxta('replay', '--unit-model', MODEL, '--procedure', PROCEDURE, '--readings', semicolon).out).toContain(
      'finding: open',
    );
  });

  it('names the line of a list that does not fit', () => {
    const list = file('list.csv', 'step,reading\ncall-mist,done\nwatch,sings\n');
    const options = ['--unit-model', MODEL, '--procedure', PROCEDURE, '--readings', list];
    const told = { err: jasmine.stringContaining('list.csv: line 3: "sings" is no answer') };
    expect(juxta('replay', ...options)).toEqual(jasmine.objectContaining({ code: 1, ...told }));
    expect(juxta('replay', ...options).out).toContain('way: call-mist > watch');
    expect(juxta('replay', ...options, '--strict')).toEqual(jasmine.objectContaining({ code: 2, out: '', ...told }));
    const event = file('event.csv', 'event,step,reading,part\nsupply-changed,,asleep,mains\n,call-mist,done,\n');
    const { err } = juxta('replay', ...options.slice(0, 4), '--readings', event);
    expect(err).toContain('event.csv: line 2: "supply-changed": state "asleep" is not known; accepted: on');
    const columns = file('columns.csv', 'step,value\na,b\n');
    expect(juxta('replay', '--unit-model', MODEL, '--procedure', PROCEDURE, '--readings', columns).err).toContain(
      'line 1: columns must be step and reading',
    );
  });

  it('says where a list leaves one standing', () => {
    const list = file('list.csv', 'step,reading\ncall-mist,done\nwatch,nothing\nlamps,both-lit\nisolate,done\n');
    const options = ['--unit-model', MODEL, '--procedure', PROCEDURE, '--readings', list];
    const { out } = juxta('replay', ...options, '--meter', METER);
    expect(out).toContain('finding: none reached');
    expect(out).toMatch(/stands at: Prove dead.*It should be at least 50/);
    expect(juxta('replay', ...options).out).toMatch(/Do not measure yet.*belongs to one meter/);
  });

  it('reads standard input, and gives problems with their lines as JSON', () => {
    input =
      'format: juxtameter/meter\nversion: 1\nid: m\nname: M\ncategory: CAT III 600 V\nfunctions:\n  - function: ac-voltage\n    ranges: []\n';
    const { code, out } = juxta('lint', '--json', '-');
    expect(code).toBe(1);
    expect(JSON.parse(out)).toEqual([
      { file: '-', line: 8, severity: 'error', path: 'functions[0].ranges', message: jasmine.any(String) },
    ]);
  });

  it('explains itself, and every command', () => {
    expect(juxta('--help')).toEqual(jasmine.objectContaining({ code: 0, out: jasmine.stringContaining('lint') }));
    expect(juxta('lint', '--help').out).toContain('--json');
    expect(juxta('--version').out).toMatch(/^\d+\.\d+\.\d+$/);
    expect(juxta('dance')).toEqual(
      jasmine.objectContaining({ code: 2, err: jasmine.stringContaining("unknown command 'dance'") }),
    );
    expect(juxta('lnit').err).toContain('Did you mean lint?');
    expect(juxta('judge', '--colour', 'red').code).toBe(2);
    expect(juxta().code).toBe(2);
  });
});
