import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  output,
  untracked,
  viewChild,
} from '@angular/core';
import {
  CHART_LINE_HEIGHT,
  edgeKey,
  edgePath,
  type ChartLayout,
  type ChartProgress,
  type PlacedNode,
} from '@juxtameter/core';
import { ZoomedDrawing } from '../kit/zoomed-drawing';

const CLOSEST = 2.5;
const FARTHEST = 0.15;
/** Pixels one arrow key moves the picture, and the factor of one zoom key. */
const STEP = 80;
const FACTOR = 1.3;
/** Around the chart when all of it is shown. */
const MARGIN = 20;

/** The drawn chart: way walked, where we are, what is left; dragged, pinched, or moved by the keys. */
@Component({
  selector: 'jx-chart-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-picture.html',
  styleUrl: './chart-picture.scss',
})
export class ChartPicture {
  readonly layout = input.required<ChartLayout>();
  readonly progress = input.required<ChartProgress>();
  readonly selected = input<string>();
  readonly chosen = output<string>();

  private readonly picture = viewChild.required<ElementRef<SVGSVGElement>>('picture');
  private readonly drawing = new ZoomedDrawing();
  protected readonly moved = this.drawing.moved;

  protected readonly lineHeight = CHART_LINE_HEIGHT;
  private readonly walked = computed(() => new Set(this.progress().walked));
  protected readonly nodes = computed(() =>
    this.layout().nodes.map((node) => ({ ...node, standing: this.standing(node) })),
  );
  protected readonly edges = computed(() => {
    const { taken, current, ahead } = this.progress();
    return this.layout()
      .edges.map((edge) => ({
        ...edge,
        path: edgePath(edge.points),
        isTaken: taken.has(edgeKey(edge.from, edge.to)),
        isNext: edge.from === current,
        isGone: !taken.has(edgeKey(edge.from, edge.to)) && !ahead.has(edge.from),
      }))
      .sort((a, b) => Number(a.isTaken) - Number(b.isTaken));
  });

  constructor() {
    afterNextRender(() => {
      this.drawing.attach(this.picture().nativeElement, { farthest: FARTHEST, closest: CLOSEST });
      this.toNode(this.progress().current, false);
    });
    effect(() => {
      const selected = this.selected();
      if (selected !== undefined) untracked(() => this.toNode(selected, true));
    });
  }

  /** All of the chart at once. */
  showAll(): void {
    const { width, height } = this.layout();
    const box = this.drawing.size();
    const scale = Math.min((box.width - 2 * MARGIN) / width, (box.height - 2 * MARGIN) / height, 1);
    const left = (box.width - width * scale) / 2;
    this.drawing.place(left, Math.max(MARGIN, (box.height - height * scale) / 2), scale, true);
  }

  zoomBy(factor: number): void {
    this.drawing.zoomBy(factor);
  }

  /** Brings a step to the middle at the size it is read at; the beginning when there is none. */
  toNode(id: string | undefined, isGradual: boolean): void {
    const node = this.layout().nodes.find((each) => each.id === id) ?? this.layout().nodes[0];
    if (!node) return;
    const box = this.drawing.size();
    const { k } = this.drawing.transform();
    const scale = isGradual && k >= 0.75 ? k : 1;
    const x = box.width / 2 - (node.x + node.width / 2) * scale;
    const y = box.height / 2 - (node.y + node.height / 2) * scale;
    this.drawing.place(x, y, scale, isGradual);
  }

  protected pressed(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const action = this.keyAction(event.key);
    if (!action) return;
    event.preventDefault();
    // Enter and the page's own keys belong to the page only where the picture has no use for them.
    event.stopPropagation();
    action();
  }

  private keyAction(key: string): (() => void) | undefined {
    switch (key) {
      case 'ArrowLeft':
        return () => this.drawing.shift(STEP, 0);
      case 'ArrowRight':
        return () => this.drawing.shift(-STEP, 0);
      case 'ArrowUp':
        return () => this.drawing.shift(0, STEP);
      case 'ArrowDown':
        return () => this.drawing.shift(0, -STEP);
      case '+':
      case '=':
        return () => this.zoomBy(FACTOR);
      case '-':
        return () => this.zoomBy(1 / FACTOR);
      case '0':
        return () => this.showAll();
      case 'Home':
        return () => this.toNode(this.progress().current, true);
      default:
        return undefined;
    }
  }

  private standing({ id }: PlacedNode): string {
    const { current, ahead } = this.progress();
    if (id === current) return 'current';
    if (this.walked().has(id)) return 'walked';
    return ahead.has(id) ? 'ahead' : 'gone';
  }
}
