import { Shown } from '../../testing/shown';
import { Choice } from './choice';
import { NotedList } from './noted-list';
import { Select } from './select';
import { Toggles } from './toggles';

const OPTIONS = [
  { id: 'a', name: 'first', mark: '1' },
  { id: 'b', name: 'second', note: 'seldom' },
  { id: 'c', name: 'third' },
] as const;

describe('a choice', () => {
  const shown = async (chosen?: string) => {
    const picked: string[] = [];
    const part = await Shown.of(Choice, { label: 'Which?', options: OPTIONS, chosen });
    part.fixture.componentInstance.picked.subscribe((id) => picked.push(id));
    const buttons = [...part.page.querySelectorAll<HTMLButtonElement>('[role=radio]')];
    const press = (key: string): void => {
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    };
    const focused = (): string | undefined => (document.activeElement as HTMLElement | null)?.dataset['option'];
    return { part, picked, buttons, press, focused };
  };

  it('says what it is about, what stands beside a name, and which is chosen', async () => {
    const { part, buttons } = await shown('b');
    expect(part.page.getAttribute('role')).toBe('radiogroup');
    expect(part.page.getAttribute('aria-label')).toBe('Which?');
    expect(part.words).toBe('1 first second seldom third');
    expect(buttons.map((each) => each.getAttribute('aria-checked'))).toEqual(['false', 'true', 'false']);
  });

  it('is come to by Tab where it is chosen, at the first where nothing is', async () => {
    expect((await shown('b')).buttons.map(({ tabIndex }) => tabIndex)).toEqual([-1, 0, -1]);
  });

  it('is come to at the first while nothing is chosen', async () => {
    expect((await shown()).buttons.map(({ tabIndex }) => tabIndex)).toEqual([0, -1, -1]);
  });

  it('is gone through by arrows, round and round, and chooses nothing in passing', async () => {
    const { buttons, press, focused, picked } = await shown('a');
    buttons[0]?.focus();
    for (const [key, at] of [
      ['ArrowRight', 'b'],
      ['ArrowDown', 'c'],
      ['ArrowRight', 'a'],
      ['ArrowLeft', 'c'],
      ['ArrowUp', 'b'],
      ['Home', 'a'],
      ['End', 'c'],
      ['x', 'c'],
    ] as const) {
      press(key);
      expect(focused()).withContext(key).toBe(at);
    }
    expect(picked).toEqual([]);
    buttons[2]?.click();
    expect(picked).toEqual(['c']);
  });

  it('takes nothing where it is closed', async () => {
    const { part, buttons, picked } = await shown('a');
    await part.set('isDisabled', true);
    buttons[1]?.click();
    expect(picked).toEqual([]);
  });
});

describe('toggles', () => {
  it('say which are on, and give each tap on', async () => {
    const toggled: string[] = [];
    const part = await Shown.of(Toggles, { label: 'Weather', options: OPTIONS, chosen: new Set(['b']) });
    part.fixture.componentInstance.toggled.subscribe((id) => toggled.push(id));
    const buttons = [...part.page.querySelectorAll('button')];
    expect(buttons.map((each) => each.getAttribute('aria-pressed'))).toEqual(['false', 'true', 'false']);
    buttons[1]?.click();
    buttons[2]?.click();
    expect(toggled).toEqual(['b', 'c']);
  });
});

describe('a list of what was noted', () => {
  it('takes back one by name, and nothing once the visit is closed', async () => {
    const taken: string[] = [];
    const items = [
      { id: '1', text: 'no mist', aside: 'reported' },
      { id: '2', text: 'rain' },
    ];
    const part = await Shown.of(NotedList, { items });
    part.fixture.componentInstance.takenBack.subscribe((id) => taken.push(id));
    part.page.querySelector<HTMLButtonElement>('[aria-label="Take back: rain"]')?.click();
    expect(taken).toEqual(['2']);
    expect(part.words).toContain('no mistreported');
    await part.set('canEdit', false);
    expect(part.page.querySelector('button')).toBeNull();
    await part.set('items', []);
    expect(part.page.querySelector('ul')).toBeNull();
  });
});

describe('a list to choose from', () => {
  it('shows what is chosen, and gives what is picked by its id', async () => {
    const picked: string[] = [];
    const part = await Shown.of(Select, { labelledBy: 'name', options: OPTIONS, chosen: 'b' });
    part.fixture.componentInstance.picked.subscribe((id) => picked.push(id));
    const list = part.page.querySelector('select');
    expect(list?.value).toBe('b');
    expect(list?.getAttribute('aria-labelledby')).toBe('name');
    if (list) list.value = 'c';
    list?.dispatchEvent(new Event('change'));
    expect(picked).toEqual(['c']);
    await part.set('chosen', 'a');
    expect(list?.value).toBe('a');
  });

  it('stands on nothing while nothing is chosen', async () => {
    const part = await Shown.of(Select, { label: 'It is', placeholder: 'choose', options: OPTIONS });
    const list = part.page.querySelector('select');
    expect(list?.selectedOptions[0]?.textContent).toBe('choose');
    expect(list?.value).toBe('');
    await part.set('chosen', 'b');
    expect(list?.value).toBe('b');
    await part.set('chosen', undefined);
    expect(list?.value).toBe('');
  });
});
