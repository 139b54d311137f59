import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import type { VisitAccount } from '@juxtameter/core';
import { isGeneral, type VisitDocument } from '@juxtameter/contract';
import { VISIT_EXPORTS } from '@juxtameter/contract/check';
import { juxta as printed, type Printed } from './testing/juxta';

const VISITS = 'demo/data/visits';

interface Told extends VisitAccount {
  readonly way: readonly string[];
  readonly problems: readonly unknown[];
  readonly differs: readonly unknown[];
}

describe('a record on the command line', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'juxta-record-'));
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  const juxta = (...args: string[]): Printed => printed(args);

  function file(name: string, content: unknown): string {
    const path = join(folder, name);
    writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
    return path;
  }

  /** The documents a visit was pinned to, as the options of a command. */
  function documents({ pinned }: VisitDocument): string[] {
    const written = (name: string, list: readonly { readonly id: string }[]): string =>
      list.map((each) => file(`${name}-${each.id}.json`, each)).join(',');
    const generals = pinned.procedures.filter(isGeneral);
    return [
      ...['--unit-model', file('model.json', pinned.unitModel)],
      ...[
        '--procedure',
        written(
          'chart',
          pinned.procedures.filter((each) => !isGeneral(each)),
        ),
      ],
      ...(generals.length === 0 ? [] : ['--general', written('general', generals)]),
      ...['--meter', written('meter', pinned.meters)],
    ];
  }

  const demoVisits = readdirSync(VISITS).map((name) => ({
    name,
    path: join(VISITS, name),
    visit: JSON.parse(readFileSync(join(VISITS, name), 'utf8')) as VisitDocument,
  }));

  function exported(visit: VisitDocument): string {
    return VISIT_EXPORTS.find(({ id }) => id === 'readings.csv')?.write(visit) ?? '';
  }

  for (const { name, path, visit } of demoVisits) {
    it(`gives of ${name} the same account as of the table it exports`, () => {
      const whole = juxta('replay', path, '--json');
      expect(whole.err).toBe('');
      const listed = juxta('replay', '--json', ...documents(visit), '--readings', file('record.csv', exported(visit)));
      expect(listed.err).toBe('');
      expect(listed.code).toBe(0);
      const { way: _way, ...account } = JSON.parse(listed.out) as Told & { verdicts: unknown };
      const { verdicts: _verdicts, problems, differs, ...told } = account;
      expect(problems).toEqual([]);
      expect(differs).toEqual([]);
      expect(told).toEqual(JSON.parse(whole.out) as VisitAccount);
    });
  }

  it('tells grade, evidence, open points, traps, alterations, counts and minutes', () => {
    for (const { path } of demoVisits) {
      const told = JSON.parse(juxta('replay', path, '--json').out) as Told;
      for (const { grade, evidence } of told.findings) {
        expect(grade).not.toBe('');
        expect(grade === 'likely' ? evidence.pointsAtIt.length + evidence.clearsOthers.length : 1)
          .withContext(path)
          .toBeGreaterThan(0);
      }
      expect(told.counts.readings).toBe(told.readings.filter(({ isTakenBack }) => !isTakenBack).length);
      expect(told.minutes).toBeGreaterThan(0);
      expect(told.readings.every(({ conditions }) => conditions !== ''))
        .withContext(path)
        .toBeTrue();
    }
    const traps = demoVisits.flatMap(({ path }) => (JSON.parse(juxta('replay', path, '--json').out) as Told).traps);
    expect(traps.some(({ settledBy }) => settledBy !== undefined)).toBeTrue();
  });

  it('reports in plain text what the account has', () => {
    const { out } = juxta('report', `${VISITS}/mist-line-1-finished.json`);
    expect(out).toContain('18 Nov 2026, 09:02 +01:00 to 18 Nov 2026, 10:02 +01:00');
    expect(out).toContain('Float switch FS1, stuck open, likely');
    expect(out).toContain('points at it: Volts across the float switch FS1: 26.9\u00a0V');
    expect(out).toContain('mains on, control on, mist called');
    expect(out).toContain('9 measurements (20 readings), 5 looks');
    expect(out).toContain('Replace Float switch FS1: done, 22 min, hatch frozen shut (diagnosed)');
    expect(out).toContain('Proof of the repair: repaired and proven');
    expect(out).toContain('passed · before 26.9\u00a0V, now 0.0\u00a0V');
  });

  it('keeps figures as numbers in columns of their own, and looks and actions beside them', () => {
    const finished = demoVisits.find(({ name }) => name === 'mist-line-1-finished.json');
    const rows = parse(finished ? exported(finished.visit) : '', { columns: true, bom: true }) as Record<
      string,
      string
    >[];
    const volts = rows.find(({ step }) => step === 'across-float');
    expect(volts).toEqual(
      jasmine.objectContaining({ value: '26.9', unit: 'V', at: jasmine.stringMatching(/\+01:00$/) }),
    );
    expect(rows.find(({ step }) => step === 'call-mist')?.['reading']).toBe('done');
    expect(rows.find(({ step }) => step === 'watch')?.['reading']).toBe('nothing');
    expect(rows.some(({ event, words }) => event === 'visit-opened' && words !== '')).toBeTrue();
  });

  it('says what is missing or too much', () => {
    expect(juxta('replay').err).toContain('--unit-model, --procedure, --readings');
    const path = `${VISITS}/mist-line-1-finished.json`;
    expect(juxta('replay', path, '--meter', 'x.json').err).toContain(
      'a visit brings its own documents; leave out --meter',
    );
    expect(juxta('report', join(folder, 'none.json'))).toEqual(
      jasmine.objectContaining({ code: 2, err: jasmine.stringContaining('cannot be read') }),
    );
  });
});
