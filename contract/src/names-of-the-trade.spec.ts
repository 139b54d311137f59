import {
  chainOf,
  elementName,
  evidenceFor,
  lintPaths,
  lintProcedure,
  lintUnitModel,
  parseQuantity,
  replay,
} from '@juxtameter/core';
import type { ProcedureDocument, UnitModelDocument, VisitEvent } from '@juxtameter/core';
import { visitContext } from './visit-context';
import type { PinnedDocuments } from './api';
import { unitModelContract } from './unit-model';

/** A motor behind a triac: plus and minus for names, sizes by gauge, two cores in one cable, the motor part of a drive. */
const MODEL = {
  format: 'juxtameter/unit-model',
  version: 1,
  id: 'm',
  name: 'M',
  supplies: [{ id: 'dc', name: 'dc', system: 'dc', nominal: '24 V', terminals: { '+': 'PS.+', '-': 'PS.-' } }],
  boards: [
    {
      id: 'B',
      name: 'Board',
      connectors: [{ id: 'X1', pluggable: true, pins: [{ id: '+' }, { id: '-' }, { id: '3' }] }],
      functions: [{ id: 'q1', kind: 'triac', between: ['B.X1.+', 'B.X1.3'] }],
    },
  ],
  devices: [
    { id: 'PS', kind: 'battery', nominal: '24 V' },
    { id: 'DRIVE', kind: 'chassis' },
    {
      id: 'M1',
      kind: 'motor',
      partOf: 'DRIVE',
      terminals: ['+', '-'],
      power: '10 W',
      windings: [{ between: ['+', '-'], resistance: '5 Ω' }],
    },
  ],
  cables: [{ id: 'C1', name: 'motor cable', cores: 2 }],
  wires: [
    { id: 'w1', from: 'PS.+', to: 'B.X1.+', gauge: 'AWG 18', length: '2 m' },
    { id: 'w2', from: 'PS.-', to: 'B.X1.-', gauge: '2/0 AWG' },
    { id: 'w3', from: 'B.X1.3', to: 'M1.+', cable: 'C1' },
    { id: 'w4', from: 'M1.-', to: 'B.X1.-', cable: 'C1' },
  ],
  paths: [{ id: 'p', name: 'p', supply: 'dc', from: 'PS.+', load: 'M1', to: 'PS.-' }],
};

describe('what things are called in the trade', () => {
  const checked = unitModelContract.validate(structuredClone(MODEL));
  const model = (checked.ok ? checked.value : undefined) as UnitModelDocument;

  it('is plus and minus, sizes by gauge, and a way through a triac', () => {
    expect(checked).toEqual(jasmine.objectContaining({ ok: true }));
    expect(lintUnitModel(model).filter(({ severity }) => severity === 'error')).toEqual([]);
    expect(lintPaths(model)).toEqual([]);
    const [path] = model.paths ?? [];
    expect(path && chainOf(model, path)?.links.map(({ element }) => element)).toEqual([
      'w1',
      'B:q1',
      'w3',
      'M1',
      'w4',
      'w2',
    ]);
  });

  it('gives the cross-sections of ASTM B258, and refuses what is no size', () => {
    for (const [text, square] of [
      ['AWG 18', 0.823],
      ['14 AWG', 2.08],
      ['awg 2/0', 67.4],
      ['4/0 AWG', 107],
      ['AWG 40', 0.00501],
    ] as const) {
      const read = parseQuantity(text, 'cross-section');
      if (read.outcome !== 'quantity') throw new Error(text);
      expect(Math.abs(read.quantity.value / square - 1))
        .withContext(text)
        .toBeLessThan(0.01);
    }
    for (const text of ['AWG 41', '5/0 AWG', 'AWG', 'AWG 1.5'])
      expect(parseQuantity(text, 'cross-section').outcome).withContext(text).toBe('error');
  });

  it('is a cable or an assembly as a whole: its cores and parts speak for it, and it for them', () => {
    const chart = {
      format: 'juxtameter/procedure',
      version: 1,
      id: 'c',
      title: 'Motor stands',
      unitModel: 'm',
      start: 'look',
      steps: {
        look: {
          kind: 'observation',
          text: 'Cable?',
          answers: { chewed: 'cable', stiff: 'drive', fine: 'cleared' },
          implicates: { chewed: ['w3'], stiff: ['M1'] },
          clears: { fine: ['C1'] },
        },
        cable: { kind: 'conclusion', text: 'The motor cable.', class: 'wiring', item: 'C1' },
        drive: { kind: 'conclusion', text: 'The drive.', class: 'mechanical', item: 'DRIVE' },
        cleared: { kind: 'conclusion', text: 'One core.', class: 'wiring', item: 'w4' },
      },
    } as unknown as ProcedureDocument;
    expect(
      lintProcedure(chart, model)
        .filter(({ severity }) => severity === 'error')
        .map(({ message }) => message),
    ).toEqual([jasmine.stringContaining('has cleared C1') as never]);
    const pinned = {
      unit: { id: 'u', site: 's', name: 'U', unitModel: 'm' },
      site: { id: 's', name: 'S' },
      unitModel: model,
      procedures: [chart],
      meters: [],
    };
    const context = visitContext(pinned as unknown as PinnedDocuments);
    const event = (index: number, body: object): VisitEvent =>
      ({
        id: `e${index}`,
        visit: 'v',
        device: 'd',
        deviceSeq: index,
        seenSeq: 0,
        at: '2026-11-30T08:00:00.000Z',
        monotonic: index,
        by: '',
        chart: 'c',
        ...body,
      }) as unknown as VisitEvent;
    const looked = (answer: string, next: string): ReturnType<typeof replay> =>
      replay(context, [
        event(1, { type: 'visit-opened', unit: 'u', complaint: '' }),
        event(2, { type: 'procedure-started', procedure: 'c', start: 'look' }),
        event(3, { type: 'observation-made', step: 'look', answer, next }),
      ]);
    expect(evidenceFor(context, looked('chewed', 'cable'), { class: 'wiring', item: 'C1' }).earned).toBe(
      'by observation',
    );
    expect(evidenceFor(context, looked('stiff', 'drive'), { class: 'mechanical', item: 'DRIVE' }).earned).toBe(
      'by observation',
    );
    expect(evidenceFor(context, looked('fine', 'cleared'), { class: 'wiring', item: 'w4' }).contradicts.length).toBe(1);
    expect([elementName(model, 'C1'), elementName(model, 'dc')]).toEqual(['Motor cable', 'Dc supply']);
  });
});
