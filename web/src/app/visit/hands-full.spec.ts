import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideParts } from '../kit/provide-parts';
import { PUMP_CONTEXT } from '../../../../core/src/testing/ambiguities';
import { DEMO_CONTEXT, VisitDriver } from '../../../../core/src/testing/demo';
import { Shown } from '../../testing/shown';
import { Speech } from './speech';
import { StandBack } from './stand-back';
import { StepPage } from './step/step-page';

/** What a device would say, kept instead of said. */
class Said {
  readonly isAvailable = true;
  readonly texts: string[] = [];
  say(text: string): void {
    this.texts.push(text);
  }
}

/** At a step of the pump's chart, with mist called. */
function calledAt(step: string): VisitDriver {
  const driver = new VisitDriver(PUMP_CONTEXT);
  driver.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
  driver.log({ type: 'procedure-started', procedure: 'pump-chain-by-halves', start: 'call-mist' });
  driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
  driver.log({ type: 'call-changed', call: 'mist', state: 'on' });
  driver.log({ type: 'step-jumped', to: step });
  return driver;
}

describe('with both hands on the probes', () => {
  describe('standing back', () => {
    it('shows the points, what should be, and what was read before', async () => {
      const driver = new VisitDriver(DEMO_CONTEXT).toFuse();
      const shown = await Shown.of(StandBack, { context: DEMO_CONTEXT, visit: driver.state });
      expect(shown.words).toContain('AF1·1');
      expect(shown.words).toContain('BF1·2');
      expect(shown.page.querySelectorAll('jx-point-map [data-probe]').length).toBe(2);
      expect(shown.page.querySelector('.should')?.textContent).toMatch(/closed, 0 to 5.Ω/);
      driver.read('0.3');
      await shown.set('visit', driver.state);
      expect(shown.page.querySelector('.last')?.textContent).toContain('Ohms across control fuse F1');
    });

    it('leads nobody to points that are not proven dead, and says why', async () => {
      const driver = new VisitDriver(DEMO_CONTEXT).toFuse();
      driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
      const shown = await Shown.of(StandBack, { context: DEMO_CONTEXT, visit: driver.state });
      expect(shown.page.querySelector('.forbidden')?.textContent).toContain('must be proven dead');
      expect(shown.page.querySelectorAll('.point').length).toBe(0);
      expect(shown.page.querySelectorAll('[data-probe]').length).toBe(0);
    });

    it('follows the point of a chain that was chosen', async () => {
      const driver = calledAt('halve');
      const shown = await Shown.of(StandBack, { context: PUMP_CONTEXT, visit: driver.state, point: 'CB.X1.2' });
      expect(shown.words).toContain('AX1·2');
    });
  });

  describe('read aloud', () => {
    async function spoken(driver: VisitDriver, method?: string): Promise<string> {
      const said = new Said();
      TestBed.configureTestingModule({
        providers: [
          provideZonelessChangeDetection(),
          provideRouter([]),
          provideParts(),
          { provide: Speech, useValue: said },
        ],
      });
      const fixture = TestBed.createComponent(StepPage);
      for (const [name, value] of Object.entries({
        context: driver.context,
        visit: driver.state,
        visitId: 'v',
        method,
      }))
        fixture.componentRef.setInput(name, value);
      await fixture.whenStable();
      const buttons = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')];
      buttons.find((each) => each.textContent.includes('Read aloud'))?.click();
      return said.texts.join(' ');
    }

    it('says the step and its points', async () => {
      const text = await spoken(new VisitDriver(DEMO_CONTEXT).toFuse());
      expect(text).toContain('Ohms across control fuse F1');
      expect(text).toContain('A on F1·1. B on F1·2.');
      expect(text).not.toContain('Do not measure');
    });

    it('says first what must be done, and no points, where it must not be measured', async () => {
      const driver = new VisitDriver(DEMO_CONTEXT).toFuse();
      driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
      const text = await spoken(driver);
      expect(text).toContain('Do not measure yet.');
      expect(text).toContain('must be proven dead');
      expect(text).not.toContain('A on F1·1');
    });

    it('says the points of the way it is measured', async () => {
      const driver = calledAt('float-how');
      expect(await spoken(driver, 'live-at-the-switch')).toContain('A on FS1·1. B on FS1·2.');
      TestBed.resetTestingModule();
      expect(await spoken(driver, 'live-at-the-board')).toContain('A on X1·3. B on X1·4.');
    });
  });
});
