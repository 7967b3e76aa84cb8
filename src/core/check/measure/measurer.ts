import { chroma, chromaBin, CHROMA_BINS, LUMA, luma, parseHex, safestKey } from '../../colour';
import { DEFAULT_KEY, firstKey } from '../../document/createKey';
import type { LumaKey } from '../../document/layers';
import type { Overlay } from '../../document/types';
import type { Box, Scene } from '../../scene';
import { EnlargedPictures } from './enlarged';
import { FlashCounter } from './flashes';
import { CLEAR, isSoft, SOLID } from './softness';
import type { FrameMeasures, Measured } from './types';

/**
 * Chroma distance, as a share of the key colour's own chroma, below which a colour counts as
 * vanishing: there the app's own key, as it starts out, leaves less than half of it.
 */
const VANISH_SHARE = DEFAULT_KEY.tolerance + DEFAULT_KEY.softness / 2;

/** The same for a key by light: distance in luma from black or white. */
const LUMA_KEY = firstKey('luma', null) as LumaKey;
const UNLIT = (LUMA_KEY.from + LUMA_KEY.to) / 2;

/** A colour with less chroma than this is no colour: it can only be removed by its light. */
const COLOURLESS = 0.08;

/** Whether a backdrop's colour would be removed by its light: black or white; null for a colour. */
export function keyByLight(colour: string): 'black' | 'white' | null {
  const rgb = parseHex(colour);
  if (Math.hypot(...chroma(...rgb)) > COLOURLESS) return null;
  return rgb[1] < 128 ? 'black' : 'white';
}

/** How the pixels are told that a key on a colour would remove. */
export type KeyTest = (r: number, g: number, b: number) => boolean;

/** Whether a key on `colour` would take a pixel for the backdrop. */
export function keyTest(colour: string): KeyTest {
  const light = keyByLight(colour);
  if (light === 'black') return (r, g, b) => luma(r, g, b) <= UNLIT;
  if (light === 'white') return (r, g, b) => luma(r, g, b) >= 1 - UNLIT;
  const [kb, kr] = chroma(...parseHex(colour));
  const reach = (VANISH_SHARE * Math.hypot(kb, kr)) ** 2;
  return (r, g, b) => {
    // As `chroma`, without an object a pixel.
    const y = luma(r, g, b);
    const cb = (b / 255 - y) / (2 * (1 - LUMA.b)) - kb;
    const cr = (r / 255 - y) / (2 * (1 - LUMA.r)) - kr;
    return cb * cb + cr * cr <= reach;
  };
}

/** Every so many pixels across and down, frames are compared with one another. */
const STEP = 4;

/** Takes an overlay's frames without their backdrop one by one, and sums up what the rules need. */
export class Measurer {
  private readonly frames: FrameMeasures[] = [];
  private readonly histogram = new Float64Array(CHROMA_BINS * CHROMA_BINS);
  private readonly key: { readonly test: KeyTest; readonly byLight: boolean } | null;
  private readonly flashes: FlashCounter;
  private readonly pictures = new EnlargedPictures();
  private first: Float32Array | null = null;
  private last: Float32Array | null = null;
  private lumaSum = 0;
  private visibleSum = 0;

  constructor(
    overlay: Overlay,
    private readonly width: number,
    private readonly height: number,
  ) {
    const { backdrop, rate } = overlay;
    this.key =
      backdrop.kind === 'key'
        ? { test: keyTest(backdrop.colour), byLight: keyByLight(backdrop.colour) !== null }
        : null;
    this.flashes = new FlashCounter(rate);
  }

  /** @param rgba straight 8-bit pixels, width × height × 4 @param scene what they were painted from */
  add(rgba: Uint8ClampedArray, scene: Scene): void {
    const frame = this.frames.length;
    this.pictures.add(scene.items, frame);
    const sampled = this.sampled(rgba);
    this.flashes.add(sampled, Math.ceil(this.width / STEP));
    const change = this.last ? meanDifference(this.last, sampled) : 0;
    this.first ??= sampled;
    this.last = sampled;
    this.frames.push({ ...this.count(rgba), change });
  }

  /** @param known what is known of the words, which pixels do not tell */
  result(known: Pick<Measured, 'words' | 'lacking'>): Measured {
    const meanLuma = this.visibleSum ? this.lumaSum / this.visibleSum : 0;
    return {
      width: this.width,
      height: this.height,
      frames: this.frames,
      seam: this.first && this.last ? meanDifference(this.last, this.first) : 0,
      flashing: this.flashes.worst(),
      histogram: this.histogram,
      safestKey: safestKey(this.histogram, meanLuma).colour,
      pictures: this.pictures.all(),
      ...known,
    };
  }

  private count(rgba: Uint8ClampedArray): Omit<FrameMeasures, 'change'> {
    const { width, height, key, histogram } = this;
    let visible = 0;
    let removed = 0;
    let soft = 0;
    let lumaSum = 0;
    const box = { left: width, top: height, right: 0, bottom: 0 };
    for (let y = 0, pixel = 0; y < height; y++) {
      for (let x = 0; x < width; x++, pixel++) {
        const i = pixel * 4;
        const alpha = rgba[i + 3];
        if (alpha < CLEAR) continue;
        const r = rgba[i];
        const g = rgba[i + 1];
        const b = rgba[i + 2];
        const light = luma(r, g, b);
        visible++;
        lumaSum += light;
        // As `chroma`, without an object a pixel.
        const cb = (b / 255 - light) / (2 * (1 - LUMA.b));
        const cr = (r / 255 - light) / (2 * (1 - LUMA.r));
        histogram[chromaBin(cb, cr)]++;
        if (key?.test(r, g, b)) removed++;
        if (alpha < SOLID && isSoft(rgba, width, height, pixel)) soft++;
        if (x < box.left) box.left = x;
        if (x >= box.right) box.right = x + 1;
        if (y < box.top) box.top = y;
        box.bottom = y + 1;
      }
    }
    this.lumaSum += lumaSum;
    this.visibleSum += visible;
    const byLight = key?.byLight ?? false;
    return {
      visible,
      vanishing: byLight ? 0 : removed,
      unlit: byLight ? removed : 0,
      soft,
      box: visible > 0 ? (box satisfies Box) : null,
    };
  }

  /** Premultiplied red, green and blue, and alpha, of some of the pixels. */
  private sampled(rgba: Uint8ClampedArray): Float32Array {
    const across = Math.ceil(this.width / STEP);
    const down = Math.ceil(this.height / STEP);
    const out = new Float32Array(across * down * 4);
    let at = 0;
    for (let y = 0; y < this.height; y += STEP) {
      for (let x = 0; x < this.width; x += STEP, at += 4) {
        const i = (y * this.width + x) * 4;
        const alpha = rgba[i + 3];
        if (alpha === 0) continue;
        const share = alpha / 255;
        out[at] = rgba[i] * share;
        out[at + 1] = rgba[i + 1] * share;
        out[at + 2] = rgba[i + 2] * share;
        out[at + 3] = alpha;
      }
    }
    return out;
  }
}

function meanDifference(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i] - b[i]);
  return sum / a.length;
}
