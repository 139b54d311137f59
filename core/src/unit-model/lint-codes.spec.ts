import burnerDocument from '../../../demo/data/unit-models/co2-burner.json';
import mistDocument from '../../../demo/data/unit-models/mist-pump-panel.json';
import ventDocument from '../../../demo/data/unit-models/roof-vent-drive.json';
import { codeByName, codeBySign, codeIndicators, flashSigns, lintUnitModel, type UnitModelDocument } from '.';

const BURNER = burnerDocument as unknown as UnitModelDocument;

/** What lint says of the burner with one place changed. */
function lintWith(change: (model: Record<string, never>) => void): string {
  const copy = structuredClone(burnerDocument) as unknown as Record<string, never>;
  change(copy);
  return lintUnitModel(copy as unknown as UnitModelDocument)
    .map(({ severity, path, message }) => `${severity} ${path}: ${message}`)
    .join('\n');
}

type Loose = Record<string, unknown>;
const stage = (model: unknown, index: number): Loose =>
  (model as { sequences: { stages: Loose[] }[] }).sequences[0]?.stages[index] ?? {};
const code = (model: unknown, index: number): Loose => (model as { codes: Loose[] }).codes[index] ?? {};

describe('the demo units', () => {
  it('have code tables, sequences and recipes without a problem', () => {
    for (const document of [burnerDocument, ventDocument, mistDocument]) {
      expect(lintUnitModel(document as unknown as UnitModelDocument))
        .withContext(document.id)
        .toEqual([]);
    }
  });
});

describe('a unit model that contradicts itself', () => {
  it('is told which codes cannot be told apart, or name what is not there', () => {
    expect(lintWith((model) => (code(model, 5)['sign'] = { kind: 'blinks', counts: [3] }))).toMatch(
      /codes\[6\].*already says/,
    );
    expect(lintWith((model) => (code(model, 5)['code'] = '3'))).toMatch(/codes\[6\]\.code: .*listed twice/);
    expect(lintWith((model) => (code(model, 5)['lamp'] = 'DISCO'))).toMatch(/no lamp or display/);
    expect(lintWith((model) => (code(model, 5)['where'] = ['XX9']))).toMatch(/codes\[5\]\.where/);
    expect(lintWith((model) => (code(model, 5)['effectOf'] = ['XX9']))).toMatch(/codes\[5\]\.effectOf/);
    expect(
      lintWith((model) => {
        delete code(model, 5)['where'];
        delete code(model, 5)['procedures'];
      }),
    ).toMatch(/warning codes\[5\]: .*where to look/);
  });

  it('is told which stage cannot be carried out', () => {
    const cases: readonly (readonly [string, (model: unknown) => void])[] = [
      ['no stage "nowhere"', (model) => (stage(model, 1)['else'] = 'nowhere')],
      ['later than', (model) => (stage(model, 1)['earliest'] = '2 min')],
      ['no function of a board', (model) => (stage(model, 1)['on'] = ['magic'])],
      ['not in the code table', (model) => (stage(model, 9)['code'] = '77')],
      ['no call, fact, effect', (model) => (stage(model, 1)['until'] = 'draughty')],
      ['not part of an expression', (model) => (stage(model, 1)['until'] = '"draught"')],
      ['Say after how many tries', (model) => delete stage(model, 5)['tries']],
      ['not both', (model) => (stage(model, 1)['for'] = '3 s')],
      ['no setting', (model) => (stage(model, 7)['bySetting'] = 'BC.NONE')],
      ['are no times', (model) => (stage(model, 7)['bySetting'] = 'BC.ID')],
      ['No way leads to stage', (model) => (stage(model, 5)['else'] = 'glow')],
      ['not an element', (model) => (stage(model, 1)['suspects'] = { notActual: ['XX9'] })],
    ];
    for (const [message, change] of cases) {
      expect(lintWith(change as (model: Record<string, never>) => void))
        .withContext(message)
        .toContain(message);
    }
  });

  it('is told which recipe and hold-off cannot be followed', () => {
    expect(
      lintWith((model) => delete ((model as Loose)['recipes'] as { steps: Loose[] }[])[0]?.steps[1]?.['for']),
    ).toMatch(/says how long/);
    expect(lintWith((model) => ((((model as Loose)['holdOffs'] as Loose[])[0] ?? {})['of'] = 'steam'))).toMatch(
      /no supply of this unit model/,
    );
  });
});

describe('the code table', () => {
  it('finds a code by its sign, or by its name however it is typed', () => {
    expect(codeBySign(BURNER, { kind: 'blinks', counts: [2, 3] }, 'STATUS')?.code).toBe('2+3');
    expect(codeBySign(BURNER, { kind: 'blinks', counts: [9] }, 'STATUS')).toBeUndefined();
    expect(codeByName(BURNER, ' 4 + 2 ')?.meaning).toBe('program code lost');
    expect(codeByName(BURNER, 'Dark')?.code).toBe('dark');
    const vent = ventDocument as unknown as UnitModelDocument;
    expect(codeBySign(vent, { kind: 'lamps', lamps: { CLOSE: 'flashing', OPEN: 'flashing' } })?.code).toBe('both');
  });

  it('knows its lamps and the signs that flash', () => {
    expect(codeIndicators(BURNER).map(({ id }) => id)).toEqual(['STATUS']);
    expect(flashSigns(BURNER, 'STATUS').length).toBe(BURNER.codes?.length ?? 0);
  });
});
