import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { VERDICTS, type Verdict } from '@juxtameter/core';
import { JuxtaBar } from './juxta-bar';
import { RowBar } from './row-bar';
import { verdictColour } from './verdict-colour';
import { VerdictGlyph } from './verdict-glyph';

describe('the pictures of a comparison', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  async function glyph(verdict: Verdict): Promise<string> {
    const fixture = TestBed.createComponent(VerdictGlyph);
    fixture.componentRef.setInput('verdict', verdict);
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).innerHTML.replace(/<!--.*?-->|_ng\S+/gs, '');
  }

  it('give every verdict a shape of its own, so that colour is not needed', async () => {
    const shapes = await Promise.all(VERDICTS.map(glyph));
    expect(new Set(shapes).size).toBe(VERDICTS.length);
  });

  it('take the colour of a verdict from the theme', () => {
    for (const verdict of VERDICTS) expect(verdictColour(verdict)).toMatch(/^var\(--/);
    expect(verdictColour('high')).not.toBe(verdictColour('low'));
    expect(verdictColour(undefined)).toBe('var(--ink)');
  });

  it('say in words what they draw', async () => {
    const fixture = TestBed.createComponent(JuxtaBar);
    fixture.componentRef.setInput('comparison', { unit: 'V', floor: 0, low: 0, high: 1, value: 26.9 });
    fixture.componentRef.setInput('should', 'closed, 0 to 1 V');
    fixture.componentRef.setInput('is', '26.9 V');
    fixture.componentRef.setInput('verdict', 'high');
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('svg')?.getAttribute('aria-label')).toBe('Should be closed, 0 to 1 V, is 26.9 V: high');
    expect(page.querySelectorAll('.axis').length).toBe(2);
    expect(page.querySelector('.break')).not.toBeNull();
    expect(page.querySelector('.is')?.textContent).toBe('is 26.9 V');
  });

  it('draw no mark before anything is typed', async () => {
    const fixture = TestBed.createComponent(JuxtaBar);
    fixture.componentRef.setInput('comparison', { unit: 'V', floor: 0, low: 20.4, high: 28.8 });
    fixture.componentRef.setInput('should', '20.4 V to 28.8 V');
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('.mark')).toBeNull();
    expect(page.querySelector('.slot')).not.toBeNull();
    expect(page.querySelector('svg')?.getAttribute('aria-label')).toBe('Should be 20.4 V to 28.8 V');
  });

  it('draw the same in a row, without words', async () => {
    const fixture = TestBed.createComponent(RowBar);
    fixture.componentRef.setInput('comparison', { unit: 'V', floor: 0, low: 20.4, high: 28.8, value: 27.1 });
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('.mark')).not.toBeNull();
    expect(page.querySelector('text')).toBeNull();
  });
});
