import { BURNER_CONTEXT } from '../../testing/burner';
import { FAN_CONTEXT } from '../../testing/traps';
import { NEW_BOARD_CONTEXT } from '../../testing/ambiguities';
import { DEMO_CONTEXT, DEMO_MODEL, VisitDriver } from '../../testing/demo';
import { CAUTIONS, derivedHazards, type UnitModelDocument } from '../../unit-model';
import type { VisitContext } from '../record';
import { cautionsHere } from '.';

function kindsAt(context: VisitContext, chart: string, step: string): readonly string[] {
  const visit = new VisitDriver(context);
  visit.log({ type: 'visit-opened', unit: 'u', complaint: '' });
  visit.log({ type: 'procedure-started', procedure: chart, start: step });
  return cautionsHere(context, visit.state).map(({ kind }) => kind);
}

describe('what a step warns of by itself', () => {
  it('is probing where line voltage is read, and not at 24 V', () => {
    expect(kindsAt(BURNER_CONTEXT, 'burner-does-not-fire', 'flame-earth')).toContain('live-probing');
    expect(kindsAt(DEMO_CONTEXT, 'pump-contactor-does-not-pull-in', 'secondary')).not.toContain('live-probing');
  });

  it('is the jumper, the tester, the bare board', () => {
    expect(kindsAt(DEMO_CONTEXT, 'pump-contactor-does-not-pull-in', 'float-jumper')).toContain('jumper');
    expect(kindsAt(NEW_BOARD_CONTEXT, 'burner-new-board', 'fit')).toContain('static');
    const insulation = Object.entries(FAN_CONTEXT.procedures['fan-does-not-run']?.steps ?? {}).find(
      ([, step]) => step.kind === 'measurement' && step.measure.function === 'insulation',
    );
    expect(kindsAt(FAN_CONTEXT, 'fan-does-not-run', insulation?.[0] ?? '')).toContain('insulation-tester');
  });

  it('is said in words, whatever it is, and in full only once', () => {
    for (const context of [DEMO_CONTEXT, BURNER_CONTEXT, FAN_CONTEXT])
      for (const [chart, { steps }] of Object.entries(context.procedures))
        for (const id of Object.keys(steps))
          for (const kind of kindsAt(context, chart, id))
            expect(CAUTIONS[kind]).withContext(`${id} ${kind}`).toBeDefined();
    const visit = new VisitDriver().open();
    const float = { type: 'step-jumped', to: 'float-jumper' } as const;
    visit.log(float);
    expect(cautionsHere(visit.context, visit.state).find(({ kind }) => kind === 'jumper')?.isFirst).toBeTrue();
  });
});

describe('what the wiring list says can hurt', () => {
  it('is a capacitor wired to a motor or part of it, and no other', () => {
    const withDevices = (...devices: readonly object[]): UnitModelDocument =>
      ({ ...DEMO_MODEL, devices: [...DEMO_MODEL.devices, ...devices] }) as unknown as UnitModelDocument;
    const motor = DEMO_MODEL.devices.find(({ kind }) => kind === 'motor')?.id ?? 'M1';
    const capacitor = { id: 'C9', kind: 'capacitor', capacitance: '8 µF' };
    expect(derivedHazards(withDevices(capacitor))).toEqual([]);
    expect(derivedHazards(withDevices({ ...capacitor, partOf: motor })).map(({ kind }) => kind)).toEqual([
      'motor-capacitor',
    ]);
    const wired = withDevices(capacitor);
    const wires = [...wired.wires, { id: 'w99', from: 'C9.1', to: `${motor}.U` }];
    expect(derivedHazards({ ...wired, wires }).length).toBe(1);
  });
});
