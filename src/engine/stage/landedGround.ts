import { landedFrame, landingLayer } from '@/core/check';
import type { Bundle, Landing, Overlay, OverlayLayer } from '@/core/document';
import type { Matrix } from '@/core/scene';
import { softwareContext } from '@/paint/browserTools';
import { Artist } from '../artist';

/** Longest side at which a landing is painted. */
const LONGEST = 960;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A size that is no longer than `longest` on any side, in the same shape. */
export function fitted({ width, height }: Size, longest: number): Size {
  const scale = Math.min(1, longest / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
}

/** What lies under an overlay in a landing that it is on: all of it, or the lowest layer alone. */
export class LandedGround {
  readonly landing: Landing;
  private readonly artist = new Artist();
  private readonly canvas: OffscreenCanvasRenderingContext2D;
  private readonly bundle: Bundle;
  private readonly layer: OverlayLayer;

  /** @param matrix from the overlay's pixels to the landing's */
  constructor(
    around: Bundle,
    readonly matrix: Matrix,
    private readonly overlay: Overlay,
    below: 'all' | 'lowest' = 'all',
  ) {
    this.landing = around.document as Landing;
    this.layer = landingLayer(this.landing, overlay.id)!;
    const own = this.landing.layers.indexOf(this.layer);
    // What lies over it there is not what it is seen against.
    const layers = this.landing.layers.map((layer, i) =>
      i < own && (i === 0 || below === 'all') ? layer : { ...layer, hidden: true },
    );
    this.bundle = { ...around, document: { ...this.landing, layers } };
    const { width, height } = fitted(this.landing, LONGEST);
    this.canvas = softwareContext(width, height);
  }

  /** The landing while a frame of the overlay shows; the canvas is painted anew each time. */
  async at(frame: number): Promise<OffscreenCanvas> {
    const { canvas, overlay, bundle, landing, layer } = this;
    const there = landedFrame(landing, layer, overlay, frame);
    canvas.clearRect(0, 0, canvas.canvas.width, canvas.canvas.height);
    await this.artist.paintFrame(canvas, bundle, Math.min(landing.length - 1, Math.max(0, there)));
    return canvas.canvas;
  }

  close(): void {
    this.artist.close();
  }
}
