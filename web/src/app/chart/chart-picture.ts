import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  output,
  signal,
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
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import 'd3-transition';

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
  private readonly transform = signal<ZoomTransform>(zoomIdentity);
  protected readonly moved = computed(() => this.transform().toString());
  private zoomer: ZoomBehavior<SVGSVGElement, unknown> | undefined;

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
      this.zoomer = zoom<SVGSVGElement, unknown>()
        .scaleExtent([FARTHEST, CLOSEST])
        .on('zoom', (event: { readonly transform: ZoomTransform }) => this.transform.set(event.transform));
      select(this.picture().nativeElement).call(this.zoomer);
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
    const box = this.picture().nativeElement.getBoundingClientRect();
    const scale = Math.min((box.width - 2 * MARGIN) / width, (box.height - 2 * MARGIN) / height, 1);
    const left = (box.width - width * scale) / 2;
    this.move(zoomIdentity.translate(left, Math.max(MARGIN, (box.height - height * scale) / 2)).scale(scale), true);
  }

  zoomBy(factor: number): void {
    if (this.zoomer) select(this.picture().nativeElement).call(this.zoomer.scaleBy, factor);
  }

  /** Brings a step to the middle at the size it is read at; the beginning when there is none. */
  toNode(id: string | undefined, isGradual: boolean): void {
    const node = this.layout().nodes.find((each) => each.id === id) ?? this.layout().nodes[0];
    if (!node) return;
    const box = this.picture().nativeElement.getBoundingClientRect();
    const { k } = this.transform();
    const scale = isGradual && k >= 0.75 ? k : 1;
    const x = box.width / 2 - (node.x + node.width / 2) * scale;
    const y = box.height / 2 - (node.y + node.height / 2) * scale;
    this.move(zoomIdentity.translate(x, y).scale(scale), isGradual);
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
        return () => this.shift(STEP, 0);
      case 'ArrowRight':
        return () => this.shift(-STEP, 0);
      case 'ArrowUp':
        return () => this.shift(0, STEP);
      case 'ArrowDown':
        return () => this.shift(0, -STEP);
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

  private shift(x: number, y: number): void {
    const { k } = this.transform();
    if (this.zoomer) select(this.picture().nativeElement).call(this.zoomer.translateBy, x / k, y / k);
  }

  private move(transform: ZoomTransform, isGradual: boolean): void {
    if (!this.zoomer) return;
    const picture = select(this.picture().nativeElement);
    const isStill = !isGradual || matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (isStill) picture.call(this.zoomer.transform, transform);
    else picture.transition().duration(250).call(this.zoomer.transform, transform);
  }

  private standing({ id }: PlacedNode): string {
    const { current, ahead } = this.progress();
    if (id === current) return 'current';
    if (this.walked().has(id)) return 'walked';
    return ahead.has(id) ? 'ahead' : 'gone';
  }
}
