import {
  chroma,
  chromaBin,
  chromaDistance,
  CHROMA_BINS,
  luma,
  parseHex,
  safestKey,
} from '../colour';
import { DEFAULT_KEY } from '../document/create';
import type { Overlay } from '../document/types';

/**
 * Chroma distance, as a share of the key colour's own chroma, below which a colour counts as
 * vanishing: there the app's own key, as it starts out, leaves less than half of it.
 */
const VANISH_SHARE = DEFAULT_KEY.tolerance + DEFAULT_KEY.softness / 2;

/** Alpha limits between which a pixel counts as half clear. */
const CLEAR = 0.02 * 255;
const SOLID = 0.98 * 255;

export interface FrameMeasures {
  /** Pixels with any artwork. */
  readonly visible: number;
  /** Visible pixels whose chroma a key on the backdrop's colour would remove. */
  readonly vanishing: number;
  /** Half-clear pixels that antialiasing does not explain. */
  readonly soft: number;
}

export interface Measured {
  readonly width: number;
  readonly height: number;
  /** One entry a frame, from the overlay's first to its last. */
  readonly frames: readonly FrameMeasures[];
  /** CHROMA_BINS² counts of visible pixels over all frames. */
  readonly histogram: Float64Array;
  /** The key colour farthest from all of the artwork. */
  readonly safestKey: string;
}

/** Takes an overlay's frames without their backdrop one by one, and sums up what the rules need. */
export class Measurer {
  private readonly frames: FrameMeasures[] = [];
  private readonly histogram = new Float64Array(CHROMA_BINS * CHROMA_BINS);
  private readonly key: readonly [number, number] | null;
  private lumaSum = 0;
  private visibleSum = 0;

  constructor(
    overlay: Overlay,
    private readonly width: number,
    private readonly height: number,
  ) {
    const { backdrop } = overlay;
    this.key = backdrop.kind === 'key' ? chroma(...parseHex(backdrop.colour)) : null;
  }

  /** @param rgba straight 8-bit pixels, width × height × 4 */
  add(rgba: Uint8ClampedArray): void {
    let visible = 0;
    let vanishing = 0;
    let soft = 0;
    for (let pixel = 0, i = 3; i < rgba.length; pixel++, i += 4) {
      const alpha = rgba[i];
      if (alpha < CLEAR) continue;
      visible++;
      const [r, g, b] = [rgba[i - 3], rgba[i - 2], rgba[i - 1]];
      const own = chroma(r, g, b);
      this.lumaSum += luma(r, g, b);
      this.histogram[chromaBin(...own)]++;
      if (this.key && vanishes(own, this.key)) vanishing++;
      if (alpha < SOLID && isSoft(rgba, this.width, this.height, pixel)) soft++;
    }
    this.visibleSum += visible;
    this.frames.push({ visible, vanishing, soft });
  }

  result(): Measured {
    const meanLuma = this.visibleSum ? this.lumaSum / this.visibleSum : 0;
    return {
      width: this.width,
      height: this.height,
      frames: this.frames,
      histogram: this.histogram,
      safestKey: safestKey(this.histogram, meanLuma).colour,
    };
  }
}

/** Whether a key on chroma `key` would remove a pixel of chroma `own`. */
export const vanishes = (own: readonly [number, number], key: readonly [number, number]): boolean =>
  chromaDistance(own, key) <= VANISH_SHARE * Math.hypot(...key);

/**
 * Whether a half-clear pixel is more than an antialiased edge. A box-filtered edge is at most 1.5
 * pixels wide, so at most two half-clear pixels lie between clear and solid; a stroke too thin to
 * get solid has at most two between clear and clear.
 */
export function isSoft(
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  pixel: number,
): boolean {
  const x = pixel % width;
  const y = (pixel - x) / width;
  const alpha = (steps: number, dx: number, dy: number) =>
    alphaAt(rgba, width, height, x + steps * dx, y + steps * dy);
  for (const [dx, dy] of DIRECTIONS) {
    const near = alpha(1, dx, dy);
    if (near >= CLEAR && near < SOLID) continue;
    const ends = (value: number) => value < CLEAR || (near < CLEAR && value >= SOLID);
    if (ends(alpha(-1, dx, dy)) || ends(alpha(-2, dx, dy))) return false;
  }
  return true;
}

const DIRECTIONS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const;

/** Beyond the canvas the nearest pixel goes on: artwork cut by the canvas is no edge. */
function alphaAt(rgba: Uint8ClampedArray, width: number, height: number, x: number, y: number) {
  const column = Math.min(width - 1, Math.max(0, x));
  const row = Math.min(height - 1, Math.max(0, y));
  return rgba[(row * width + column) * 4 + 3];
}
