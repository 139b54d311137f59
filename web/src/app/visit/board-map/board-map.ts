import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import {
  leadSign,
  verdictWord,
  type EventBody,
  type MeasurementFunction,
  type Points,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { chainImplied, IMPLIED_WORDS } from '../view/chain-implied';
import { afterPaint } from '../../shell/after-paint';
import { ZoomedDrawing } from '../../kit/zoomed-drawing';
import { fitted, isInSight, neighbour, READABLE, TOUCHABLE, type Size } from './fit';
import { boardMap, terminalAt, type MapTerminal } from './map-layout';
import type { GroupView } from './map-views';
import { TerminalCard } from './terminal-card';
import { TerminalList } from './terminal-list';
import { TerminalPicture } from './terminal-picture';
import { looksSame, terminalView, type Probe, type TerminalView } from './terminal-view';

const CLOSEST = 3;
const FARTHEST = 0.3;
const FACTOR = 1.3;
/** Letters that fit above one terminal, at the size block titles have. */
const LETTERS_A_CELL = 6.6;

/** What the looks of terminals depend on. */
interface Looks {
  readonly context: VisitContext;
  readonly visit: VisitState;
  /** Terminals with a probe on them. */
  readonly a: string | undefined;
  readonly b: string | undefined;
  readonly measured: MeasurementFunction | undefined;
}

/**
 * Where the probes go: every terminal as it sits, the step's two lit. Two taps take two points for a reading beside the
 * chart.
 */
@Component({
  selector: 'jx-board-map',
  imports: [TerminalCard, TerminalList, TerminalPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './board-map.html',
  styleUrl: './board-map.scss',
})
export class BoardMapView {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  /** Where the current step puts its probes. */
  readonly points = input<Points>({});
  /** Terminals are read about, not probed: there is no visit. */
  readonly isToRead = input(false);
  readonly recorded = output<EventBody>();
  /** Two points taken for a reading. */
  readonly paired = output<{ readonly from: string; readonly to: string }>();

  private readonly picture = viewChild<ElementRef<SVGSVGElement>>('picture');
  private readonly drawing = new ZoomedDrawing();
  protected readonly moved = this.drawing.moved;
  protected readonly isList = signal(false);
  /** The first of two points, once tapped. */
  protected readonly first = signal<string | undefined>(undefined);
  private readonly map = computed(() => boardMap(this.context().model));
  private readonly litKey = computed(() => `${this.points().from ?? ''} ${this.points().to ?? ''}`);
  /** The terminal that Tab comes to, and from which the arrow keys go on. */
  protected readonly cursor = linkedSignal<string, string | undefined>({
    source: this.litKey,
    computation: () => {
      const map = untracked(this.map);
      const lit = terminalAt(map, untracked(this.points).from);
      return lit?.address ?? map.terminals.keys().next().value;
    },
  });
  /** Every terminal as it looks now; one that looks as before is the same one, and is not drawn anew. */
  private readonly terminals = linkedSignal<Looks, ReadonlyMap<string, TerminalView>>({
    source: () => ({ context: this.context(), visit: this.visit(), ...this.probed() }),
    computation: ({ context, visit, a, b, measured }, before) => {
      const implied = chainImplied(context, visit);
      return new Map(
        [...this.map().terminals].map(([address, terminal]) => {
          const probe: Probe | undefined = address === a ? 'A' : address === b ? 'B' : undefined;
          const sign = probe && leadSign(measured, probe);
          const view = terminalView(context, visit, terminal, probe, sign, implied.get(address));
          const known = before?.source.context === context ? before.value.get(address) : undefined;
          return [address, known && looksSame(known, view) ? known : view];
        }),
      );
    },
  });
  private readonly probed = computed(
    () => {
      const { from, to, function: measured } = this.points();
      const [a, b] = [terminalAt(this.map(), from)?.address, terminalAt(this.map(), to)?.address];
      return { a: a ?? (this.isToRead() ? undefined : this.first()), b, measured };
    },
    { equal: (one, other) => one.a === other.a && one.b === other.b && one.measured === other.measured },
  );
  protected readonly views = computed<readonly GroupView[]>(() => {
    const views = this.terminals();
    return this.map().groups.map((group) => ({
      ...group,
      blocks: group.blocks.map((block) => {
        const terminals = block.terminals.flatMap(({ address }) => views.get(address) ?? []);
        return { ...block, short: shortened(block.title, block.width), terminals };
      }),
    }));
  });
  protected readonly shown = computed(() => {
    const address = this.first();
    return address === undefined ? undefined : this.terminals().get(address);
  });
  protected readonly hint = computed(() => {
    if (this.isToRead()) return 'Tap a terminal to read what it is for';
    const first = terminalAt(this.map(), this.first());
    if (first) return `A on ${first.name}: tap where B goes`;
    const lit = [...this.terminals().values()]
      .filter(({ probe }) => probe !== undefined)
      .sort((a, b) => (a.probe ?? '').localeCompare(b.probe ?? ''));
    return lit.length > 0
      ? lit.map(({ probe, sign, name }) => `${probe ?? ''}${sign ?? ''} on ${name}`).join(', ')
      : 'Tap two points for a reading';
  });

  /** Pixels the map is seen through; nothing while it is not shown. */
  private window: Size = { width: 0, height: 0 };
  private readonly watcher = new ResizeObserver(([entry]) => {
    this.window = entry?.contentRect ?? this.window;
    this.showPoints();
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.watcher.disconnect());
    // The drawing comes and goes with the list.
    effect(() => {
      const picture = this.picture()?.nativeElement;
      untracked(() => this.attach(picture));
    });
    effect(() => {
      this.litKey();
      afterPaint(() => this.keepInSight());
    });
  }

  private attach(picture: SVGSVGElement | undefined): void {
    this.watcher.disconnect();
    if (!picture) return;
    // The wheel alone scrolls what stands around the map, and two quick taps are two points.
    const filter = (event: MouseEvent): boolean =>
      event.type === 'wheel' ? event.ctrlKey : event.type !== 'dblclick' && event.button === 0;
    this.drawing.attach(picture, { farthest: FARTHEST, closest: CLOSEST, filter });
    this.watcher.observe(picture);
  }

  /** A map that stands still is one that is learnt: it moves only where a lit point would be out of sight. */
  private keepInSight(): void {
    const { from, to } = this.points();
    const { x, y, k } = this.drawing.transform();
    if (!isInSight(this.map(), this.window, { scale: k, x, y }, [from, to], this.least())) this.showPoints();
  }

  /** The lit points, and as much around them as can be read. */
  protected showPoints(): void {
    if (this.window.width === 0 || this.window.height === 0) return;
    const { from, to } = this.points();
    const { scale, x, y } = fitted(this.map(), this.window, [from, to], this.least());
    this.drawing.place(x, y, scale);
  }

  /** A mouse hits what the eye can read; a thumb needs more. */
  private least(): number {
    return matchMedia('(pointer: coarse)').matches ? TOUCHABLE : READABLE;
  }

  protected zoomBy(factor: number): void {
    this.drawing.zoomBy(factor);
  }

  /** The first tap is probe A, the second B; the same point twice takes it back. */
  protected tap(address: string): void {
    const first = this.first();
    this.cursor.set(address);
    if (first === undefined || (this.isToRead() && first !== address)) return this.first.set(address);
    this.first.set(undefined);
    if (first !== address) this.paired.emit({ from: first, to: address });
  }

  protected pressed(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const action = this.keyAction(event.key);
    if (!action) return;
    event.preventDefault();
    // Enter and the page's own keys belong to the page only where the map has no use for them.
    event.stopPropagation();
    action();
  }

  private keyAction(key: string): (() => void) | undefined {
    switch (key) {
      case 'ArrowLeft':
        return () => this.go('left');
      case 'ArrowRight':
        return () => this.go('right');
      case 'ArrowUp':
        return () => this.go('up');
      case 'ArrowDown':
        return () => this.go('down');
      case 'Enter':
      case ' ':
        return () => this.tap(this.cursor() ?? '');
      case '+':
      case '=':
        return () => this.zoomBy(FACTOR);
      case '-':
        return () => this.zoomBy(1 / FACTOR);
      case '0':
        return () => this.showPoints();
      case 'Escape':
        return this.first() === undefined ? undefined : () => this.first.set(undefined);
      default:
        return undefined;
    }
  }

  private go(way: 'left' | 'right' | 'up' | 'down'): void {
    const from = terminalAt(this.map(), this.cursor());
    const next = from && neighbour(this.map(), from, way);
    if (!next) return;
    this.cursor.set(next.address);
    this.bringIntoView(next);
    this.picture()?.nativeElement.querySelector<SVGGElement>(`[data-terminal="${next.address}"]`)?.focus();
  }

  private bringIntoView({ x, y }: MapTerminal): void {
    const { width, height } = this.drawing.size();
    const [left, top] = this.drawing.transform().apply([x, y]);
    const isIn = left > 30 && left < width - 30 && top > 40 && top < height - 90;
    if (!isIn) this.drawing.centre(x, y + 20);
  }

  protected spoken({ name, signal: said, wireViews, probe, last, implied }: TerminalView): string {
    const wires = [...new Set(wireViews.map(({ colour }) => colour))].filter(Boolean).join(' and ');
    return [
      probe === undefined ? '' : `Probe ${probe}.`,
      `${name}.`,
      said === '' ? '' : `${said}.`,
      wires === '' ? '' : `Wire ${wires}.`,
      last ? `Last read ${last.value}, ${verdictWord(last.verdict)}.` : '',
      implied ? `${IMPLIED_WORDS[implied]}.` : '',
    ]
      .filter(Boolean)
      .join(' ');
  }
}

function shortened(title: string, width: number): string {
  const letters = Math.floor(width / LETTERS_A_CELL);
  return title.length <= letters ? title : `${title.slice(0, letters - 1)}…`;
}
