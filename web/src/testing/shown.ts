import { provideZonelessChangeDetection, type Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideParts } from '../app/kit/provide-parts';

/** A component on the screen of a spec, as hands and eyes meet it. */
export class Shown<Component> {
  private constructor(readonly fixture: ComponentFixture<Component>) {}

  static async of<Component>(
    type: Type<Component>,
    inputs: Readonly<Record<string, unknown>>,
  ): Promise<Shown<Component>> {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideRouter([]), provideParts()],
    });
    const fixture = TestBed.createComponent(type);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const shown = new Shown(fixture);
    await shown.settle();
    return shown;
  }

  get page(): HTMLElement {
    return this.fixture.nativeElement as HTMLElement;
  }

  get words(): string {
    return (this.page.textContent ?? '').replace(/\s+/g, ' ').trim();
  }

  async set(name: string, value: unknown): Promise<void> {
    this.fixture.componentRef.setInput(name, value);
    await this.settle();
  }

  /** The button whose words begin so. */
  button(words: string): HTMLButtonElement {
    const found = [...this.page.querySelectorAll('button')].find((each) =>
      (each.textContent ?? '').replace(/\s+/g, ' ').trim().startsWith(words),
    );
    if (!found) throw new Error(`no button "${words}" in: ${this.words}`);
    return found;
  }

  async press(words: string): Promise<void> {
    this.button(words).click();
    await this.settle();
  }

  async type(selector: string, text: string): Promise<void> {
    const field = this.page.querySelector<HTMLInputElement>(selector);
    if (!field) throw new Error(`no field ${selector}`);
    field.value = text;
    field.dispatchEvent(new Event('input'));
    field.dispatchEvent(new Event('change'));
    await this.settle();
  }

  async submit(selector = 'form'): Promise<void> {
    const form = this.page.querySelector(selector);
    if (!form) throw new Error(`no form ${selector}`);
    form.dispatchEvent(new Event('submit', { cancelable: true }));
    await this.settle();
  }

  async settle(): Promise<void> {
    this.fixture.detectChanges();
    await this.fixture.whenStable();
  }
}
