import { chroma, luma, toHex, type Rgb } from '../colour';
import { DEFAULT_KEY, PLAIN_MATTE } from '../document/createKey';
import type { ChromaKey, LumaKey } from '../document/layers';

/** Pixels as they came: straight RGBA. */
export interface KeyFrame {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/** Channels are told apart in this many levels when the commonest colour is looked for. */
const STEP = 8;
const LEVELS = 256 / STEP;

/** Share of the border that has to be of one colour for it to be the backdrop's. */
const BORDER_SHARE = 0.3;

/** A colour whose chroma is less than this cannot be told from greys. */
const LEAST_CHROMA = 0.08;

/** Chroma distances are counted in steps of this share of the key's own chroma, up to FARTHEST. */
const BIN = 0.01;
const FARTHEST = 2.6;

/** Pixels closer to the key than this are backdrop with noise, or mixes that are nearly all backdrop. */
const NEAR = 0.25;

/** Noise strays by a Rayleigh distribution: 99.5 % of it lies within this many medians. */
const MEDIANS = 2.8;

/** A run of distances is solid artwork when it is this many times as dense as the valley before it. */
const PROMINENT = 4;

/** Where no artwork is solid, this share of its pixels lies nearer than what counts as solid. */
const NEARER = 0.98;

/** Luma below which a backdrop without colour is black, and from which on it is white. */
const BLACK = 0.35;
const WHITE = 0.6;

/** A backdrop's luma strays up to where fewer pixels than this share of its commonest are found. */
const RARE = 0.01;

/** Least way, in luma, from the backdrop to what is solid. */
const LEAST_RAMP = 0.1;

/**
 * Finds a key by itself: by colour, or by light where the backdrop is black or white.
 * @param frames of one clip, spread over it, all of one size
 * @returns null where the backdrop has no colour of its own and is neither black nor white
 */
export function findKey(frames: readonly KeyFrame[]): ChromaKey | LumaKey | null {
  const ground = groundColour(frames);
  return Math.hypot(...chroma(...ground)) < LEAST_CHROMA
    ? lumaKey(frames, ground)
    : chromaKey(frames, ground);
}

/**
 * By light: from how far the backdrop's luma strays, as paper and its shadows do, to where solid artwork
 * begins.
 */
function lumaKey(frames: readonly KeyFrame[], ground: Rgb): LumaKey | null {
  const light = luma(...ground);
  if (light > BLACK && light < WHITE) return null;
  const backdrop = light < WHITE ? 'black' : 'white';
  const histogram = lumaDistances(frames, backdrop);
  const from = strayOfLuma(histogram);
  const to = Math.max(from + LEAST_RAMP, solidFrom(histogram, from, LEAST_RAMP));
  return {
    ...PLAIN_MATTE,
    kind: 'luma',
    backdrop,
    from: rounded(from),
    to: rounded(Math.min(1, to)),
  };
}

/** How many pixels lie how far from black or white. */
function lumaDistances(frames: readonly KeyFrame[], backdrop: LumaKey['backdrop']): Float64Array {
  const histogram = new Float64Array(Math.round(1 / BIN) + 1);
  for (const { data } of frames) {
    for (let at = 0; at < data.length; at += 4) {
      const light = luma(data[at], data[at + 1], data[at + 2]);
      histogram[Math.round((backdrop === 'black' ? light : 1 - light) / BIN)]++;
    }
  }
  return histogram;
}

/** Where, beyond the commonest distance, hardly any pixels are the backdrop's. */
function strayOfLuma(histogram: Float64Array): number {
  const dense = smoothed(histogram);
  const commonest = dense.subarray(0, Math.round(dense.length / 2));
  let bin = commonest.indexOf(Math.max(...commonest));
  const rare = dense[bin] * RARE;
  while (bin < dense.length - 1 && dense[bin] > rare) bin++;
  return bin * BIN;
}

/**
 * By colour: the tolerance from how far the backdrop strays; the softness from where, beyond the valley
 * of mixed edges, solid artwork begins.
 */
function chromaKey(frames: readonly KeyFrame[], ground: Rgb): ChromaKey {
  const [cb, cr] = chroma(...ground);
  const magnitude = Math.hypot(cb, cr);
  const histogram = distances(frames, cb, cr, magnitude);
  const tolerance = strayOf(histogram);
  const solid = solidFrom(histogram, tolerance, NEAR);
  return {
    ...DEFAULT_KEY,
    colour: toHex(ground),
    tolerance: rounded(tolerance),
    softness: rounded(Math.max(0.1, solid - tolerance)),
  };
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** The commonest colour along the border of some frames, and its share of it. */
export const borderColour = (frames: readonly KeyFrame[]) =>
  commonest(frames, (x, y, { width, height }) => {
    const edge = Math.max(1, Math.round(Math.min(width, height) / 40));
    return x < edge || y < edge || x >= width - edge || y >= height - edge;
  });

function groundColour(frames: readonly KeyFrame[]): Rgb {
  const border = borderColour(frames);
  const coloured = Math.hypot(...chroma(...border.colour)) >= LEAST_CHROMA;
  return border.share >= BORDER_SHARE && coloured ? border.colour : commonest(frames).colour;
}

/** The commonest colour, as the mean of the pixels that are like it, and their share. */
function commonest(
  frames: readonly KeyFrame[],
  counts: (x: number, y: number, frame: KeyFrame) => boolean = () => true,
): { readonly colour: Rgb; readonly share: number } {
  const bins = new Uint32Array(LEVELS ** 3);
  const sums = new Float64Array(bins.length * 3);
  let total = 0;
  for (const frame of frames) {
    const { data, width, height } = frame;
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        if (!counts(x, y, frame)) continue;
        const at = (y * width + x) * 4;
        const bin =
          (Math.floor(data[at] / STEP) * LEVELS + Math.floor(data[at + 1] / STEP)) * LEVELS +
          Math.floor(data[at + 2] / STEP);
        bins[bin]++;
        for (let c = 0; c < 3; c++) sums[bin * 3 + c] += data[at + c];
        total++;
      }
    }
  }
  let top = 0;
  for (let bin = 1; bin < bins.length; bin++) if (bins[bin] > bins[top]) top = bin;
  const mean = (c: number) => sums[top * 3 + c] / Math.max(1, bins[top]);
  return { colour: [mean(0), mean(1), mean(2)], share: bins[top] / Math.max(1, total) };
}

/** How many pixels lie how far from the key in chroma. */
function distances(
  frames: readonly KeyFrame[],
  cb: number,
  cr: number,
  magnitude: number,
): Float64Array {
  const histogram = new Float64Array(Math.ceil(FARTHEST / BIN));
  for (const { data } of frames) {
    for (let at = 0; at < data.length; at += 4) {
      const [u, v] = chroma(data[at], data[at + 1], data[at + 2]);
      const bin = Math.floor(Math.hypot(u - cb, v - cr) / magnitude / BIN);
      histogram[Math.min(histogram.length - 1, bin)]++;
    }
  }
  return histogram;
}

/** How far noise in the backdrop strays. */
function strayOf(histogram: Float64Array): number {
  const near = histogram.subarray(0, Math.round(NEAR / BIN));
  return Math.min(NEAR, Math.max(BIN, quantile(near, 0.5) * BIN * MEDIANS));
}

/** The bin below which a share of what was counted lies. */
function quantile(counts: Float64Array, share: number): number {
  const total = counts.reduce((sum, count) => sum + count, 0);
  let below = 0;
  const at = counts.findIndex((count) => (below += count) >= total * share);
  return Math.max(0, at);
}

/** Where, by at least some way, the nearest solid artwork beyond the valley of mixed edges begins. */
function solidFrom(histogram: Float64Array, tolerance: number, beyond: number): number {
  const from = Math.ceil((tolerance + beyond) / BIN);
  const dense = smoothed(histogram);
  let least = Infinity;
  for (let bin = from; bin < dense.length; bin++) {
    least = Math.min(least, dense[bin]);
    const isPeak = dense[bin] > 0 && isHighest(dense, bin);
    if (isPeak && dense[bin] >= PROMINENT * Math.max(least, 1)) return lowerSide(dense, bin) * BIN;
  }
  const artwork = histogram.slice().fill(0, 0, from);
  const found = quantile(artwork, NEARER) * BIN;
  return found > 0 ? found : tolerance + DEFAULT_KEY.softness;
}

/** Bins to each side that are averaged, and over which a peak has to be the highest. */
const SMOOTH = 2;
const PEAK = 6;

const smoothed = (histogram: Float64Array): Float64Array =>
  histogram.map((_, bin) => {
    const window = histogram.subarray(Math.max(0, bin - SMOOTH), bin + SMOOTH + 1);
    return window.reduce((sum, count) => sum + count, 0) / window.length;
  });

const isHighest = (dense: Float64Array, bin: number): boolean =>
  dense.subarray(Math.max(0, bin - PEAK), bin + PEAK + 1).every((count) => count <= dense[bin]);

/** The bin at which a peak has risen to half its height. */
function lowerSide(dense: Float64Array, peak: number): number {
  let bin = peak;
  while (bin > 0 && dense[bin - 1] > dense[peak] / 2) bin--;
  return bin;
}
