import { computed, signal } from '@angular/core';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior, type ZoomTransform } from 'd3-zoom';
import 'd3-transition';

export interface ZoomLimits {
  readonly farthest: number;
  readonly closest: number;
  /** Which gestures move the drawing; all where nothing is said. */
  readonly filter?: (event: MouseEvent) => boolean;
}

/** A drawing that is dragged, pinched and zoomed; its group takes `moved` as its transform. */
export class ZoomedDrawing {
  readonly transform = signal<ZoomTransform>(zoomIdentity);
  readonly moved = computed(() => this.transform().toString());
  private picture: SVGSVGElement | undefined;
  private zoomer: ZoomBehavior<SVGSVGElement, unknown> | undefined;

  /** Takes the drawing over; another one takes its place. */
  attach(picture: SVGSVGElement, { farthest, closest, filter }: ZoomLimits): void {
    this.picture = picture;
    this.zoomer = zoom<SVGSVGElement, unknown>()
      .scaleExtent([farthest, closest])
      .clickDistance(8)
      .on('zoom', (event: { readonly transform: ZoomTransform }) => this.transform.set(event.transform));
    if (filter) this.zoomer.filter(filter);
    select(picture).call(this.zoomer);
  }

  /** Pixels of the window it is seen through; nothing while it is not shown. */
  size(): { readonly width: number; readonly height: number } {
    return this.picture?.getBoundingClientRect() ?? { width: 0, height: 0 };
  }

  zoomBy(factor: number): void {
    if (this.picture && this.zoomer) select(this.picture).call(this.zoomer.scaleBy, factor);
  }

  /** Moves what is seen, in pixels. */
  shift(x: number, y: number): void {
    const { k } = this.transform();
    if (this.picture && this.zoomer) select(this.picture).call(this.zoomer.translateBy, x / k, y / k);
  }

  /** Brings a point of the drawing to the middle. */
  centre(x: number, y: number): void {
    if (this.picture && this.zoomer) select(this.picture).call(this.zoomer.translateTo, x, y);
  }

  /** Puts the drawing's corner at `x`, `y` pixels and its scale at `scale`. */
  place(x: number, y: number, scale: number, isGradual = false): void {
    if (!this.picture || !this.zoomer) return;
    const drawing = select(this.picture);
    const to = zoomIdentity.translate(x, y).scale(scale);
    const isStill = !isGradual || matchMedia('(prefers-reduced-motion: reduce)').matches;
    if (isStill) drawing.call(this.zoomer.transform, to);
    else drawing.transition().duration(250).call(this.zoomer.transform, to);
  }
}
