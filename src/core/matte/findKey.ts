import { chroma, luma, toHex, type Rgb } from '../colour';
import { ColourCounts } from '../colour/commonestColour';
import { DEFAULT_KEY, PLAIN_MATTE } from '../document/createKey';
import type { ChromaKey, LumaKey } from '../document/layers';
import { LEAST_REACH, reachOf } from './keyConstants';
import { yccSquare } from './yccDistance';

/** Pixels as they came: straight RGBA. */
export interface KeyFrame {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/** Share of the border that has to be of one colour for it to be the backdrop's. */
const BORDER_SHARE = 0.3;

/** A colour whose chroma is less than this cannot be told from greys. */
const LEAST_CHROMA = 0.08;

/** Distances from the key are counted in steps of this share of the key's own strength, up to FARTHEST. */
const BIN = 0.01;
const FARTHEST = 2.6;

/** Pixels closer to the key than this are backdrop with noise, or mixes that are nearly all backdrop. */
const NEAR = 0.25;

/** Noise strays by a Rayleigh distribution: 99.5 % of it lies within this many medians. */
const MEDIANS = 2.8;

/** What a decoder adds to an even backdrop strays by less than this. */
const LEAST_TOLERANCE = 0.03;

/** A run of distances is solid artwork when it is this many times as dense as the valley before it. */
const PROMINENT = 4;

/** Where no artwork is solid, this share of its pixels lies nearer than what counts as solid. */
const NEARER = 0.98;

/** Deep in the artwork is where all pixels round are off the backdrop, as far as this share of the longest side. */
const DEPTH = 1 / 128;

/** Share of a frame's pixels that have to be deep in it for them to tell of all. */
const ENOUGH = 0.0005;

/** Artwork is solid where less than this share of its depth lies in the range next to the backdrop. */
const MIXED = 0.002;

/** Solid artwork begins where this share of its depth lies nearer, SLOPED of it not much farther. */
const SOLID = 0.01;
const SLOPED = 0.1;
const SLOPE = 0.28;

/** The same where the backdrop is a grey: artwork may be of nearly the same one. */
const GREY_SOLID = 0.004;

/** Where depths are mixed, as smoke's are, solid artwork is sought from this distance on. */
const PAST_MIXES = 0.6;

/** Luma below which a backdrop without colour is black, and from which on it is white. */
const BLACK = 0.35;
const WHITE = 0.6;

/** Least way from a grey backdrop to what is solid. */
const LEAST_RAMP = 0.05;

/**
 * Finds a key by itself: by colour, or by light where the backdrop is black or white; how sharp edges are then,
 * `withEdges` tells.
 * @param frames of one clip, spread over it, all of one size, as the keyer sees them
 * @returns null where the backdrop has no colour of its own and is neither black nor white
 */
export function findKey(frames: readonly KeyFrame[]): ChromaKey | LumaKey | null {
  const ground = groundColour(frames);
  return Math.hypot(...chroma(...ground)) < LEAST_CHROMA
    ? lumaKey(frames, ground)
    : chromaKey(frames, ground);
}

/** A screen that is put up to be taken out has at least this much chroma, and fills this share of the border. */
const SCREEN_CHROMA = 0.3;
const SCREEN_SHARE = 0.7;

/** The key of a clip that plainly stands before a green, blue or magenta screen; null for any other. */
export function screenKey(frames: readonly KeyFrame[]): ChromaKey | null {
  const { colour } = borderColour(frames);
  const strength = Math.hypot(...chroma(...colour));
  const [red, green, blue] = colour;
  if (strength < SCREEN_CHROMA || red > Math.max(green, blue)) return null;
  const near = distancesFrom(frames, colour, 0, strength).flatMap((distances, i) => {
    const border = distances.filter((_, at) => onBorder(frames[i], at));
    return [border.filter((distance) => distance < NEAR).length / border.length];
  });
  return Math.min(...near) < SCREEN_SHARE ? null : chromaKey(frames, colour);
}

/** By light: from how far the backdrop strays, as paper and its shadows do, to where solid artwork begins. */
function lumaKey(frames: readonly KeyFrame[], ground: Rgb): LumaKey | null {
  const light = luma(...ground);
  if (light > BLACK && light < WHITE) return null;
  const backdrop = light < WHITE ? 'black' : 'white';
  const level = backdrop === 'black' ? 0 : 255;
  const distances = distancesFrom(frames, [level, level, level], 1, 1);
  const from = Math.max(LEAST_TOLERANCE, strayOfGrey(counted(distances)));
  const deep = deepOnes(frames, distances, from + LEAST_REACH);
  // Artwork has every grey in it, so no valley tells mixes from what is solid.
  const to = deep ? quantile(deep, GREY_SOLID) * BIN : pastValley(counted(distances), from + NEAR);
  return {
    ...PLAIN_MATTE,
    kind: 'luma',
    backdrop,
    from: rounded(from),
    to: rounded(Math.min(1, Math.max(from + LEAST_RAMP, to))),
    edges: 'soft',
  };
}

/** How far a grey backdrop strays, which may be paper: as noise does, from its commonest distance on. */
function strayOfGrey(histogram: Float64Array): number {
  const commonest = indexOfLargest(smoothed(histogram).subarray(0, Math.round((2 * NEAR) / BIN)));
  const aside = new Float64Array(Math.round(NEAR / BIN));
  for (let bin = 0; bin < histogram.length; bin++) {
    const off = Math.abs(bin - commonest);
    if (off < aside.length) aside[off] += histogram[bin];
  }
  return (commonest + quantile(aside, 0.5) * MEDIANS) * BIN;
}

/** By colour: the tolerance from how far the backdrop strays; the softness from where solid artwork begins. */
function chromaKey(frames: readonly KeyFrame[], ground: Rgb): ChromaKey {
  const distances = distancesFrom(frames, ground, 0, Math.hypot(...chroma(...ground)));
  const tolerance = Math.max(LEAST_TOLERANCE, strayOf(counted(distances)));
  const solid = solidFrom(frames, distances, tolerance);
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
  commonest(frames, (at, frame) => onBorder(frame, at));

function onBorder({ width, height }: KeyFrame, at: number): boolean {
  const edge = Math.max(1, Math.round(Math.min(width, height) / 40));
  const [x, y] = [at % width, Math.floor(at / width)];
  return x < edge || y < edge || x >= width - edge || y >= height - edge;
}

function groundColour(frames: readonly KeyFrame[]): Rgb {
  const border = borderColour(frames);
  const coloured = Math.hypot(...chroma(...border.colour)) >= LEAST_CHROMA;
  return border.share >= BORDER_SHARE && coloured ? border.colour : commonest(frames).colour;
}

/** The commonest colour of some pixels, and its share of them. */
function commonest(
  frames: readonly KeyFrame[],
  counts: (pixel: number, frame: KeyFrame) => boolean = () => true,
): { readonly colour: Rgb; readonly share: number } {
  const colours = new ColourCounts();
  for (const frame of frames) {
    const { data } = frame;
    for (let at = 0; at < data.length; at += 4) {
      if (counts(at / 4, frame)) colours.add(data, at);
    }
  }
  return colours.commonest();
}

/** How far each pixel lies from a colour, in shares of a whole. */
function distancesFrom(
  frames: readonly KeyFrame[],
  [red, green, blue]: Rgb,
  lumaWeight: number,
  whole: number,
): Float32Array[] {
  return frames.map(({ data }) =>
    Float32Array.from({ length: data.length / 4 }, (_, i) => {
      const [r, g, b] = [data[i * 4] - red, data[i * 4 + 1] - green, data[i * 4 + 2] - blue];
      return Math.sqrt(yccSquare(r, g, b, lumaWeight)) / whole;
    }),
  );
}

/** How many pixels lie how far. */
function counted(
  distances: readonly Float32Array[],
  counts: (frame: number, at: number) => boolean = () => true,
): Float64Array {
  const histogram = new Float64Array(Math.ceil(FARTHEST / BIN));
  distances.forEach((plane, frame) =>
    plane.forEach((distance, at) => {
      if (counts(frame, at))
        histogram[Math.min(histogram.length - 1, Math.floor(distance / BIN))]++;
    }),
  );
  return histogram;
}

/** How far noise in the backdrop strays. */
function strayOf(histogram: Float64Array): number {
  const near = histogram.subarray(0, Math.round(NEAR / BIN));
  return Math.min(NEAR, Math.max(BIN, quantile(near, 0.5) * BIN * MEDIANS));
}

/** The bin below which a share of what was counted lies. */
function quantile(counts: Float64Array, share: number): number {
  const total = sumOf(counts);
  let below = 0;
  const at = counts.findIndex((count) => (below += count) >= total * share);
  return Math.max(0, at);
}

/**
 * Where solid artwork begins. Deep in it there are no mixed edges, so where nothing lies near the
 * backdrop there, its nearest colours are solid ones; else it begins beyond a valley of mixes.
 */
function solidFrom(
  frames: readonly KeyFrame[],
  distances: readonly Float32Array[],
  tolerance: number,
): number {
  const from = reachOf(tolerance) + LEAST_REACH;
  const deep = deepOnes(frames, distances, from);
  if (!deep) return pastValley(counted(distances), tolerance + NEAR);
  const mixed = sumOf(deep.subarray(0, Math.round((from + 0.2) / BIN)));
  const solid = quantile(deep, SOLID) * BIN;
  const isSteep = quantile(deep, SLOPED) * BIN - solid < SLOPE;
  return mixed < MIXED * sumOf(deep) && isSteep ? solid : pastValley(deep, PAST_MIXES);
}

/** How many pixels deep in the artwork lie how far; null where it is too thin to have such. */
function deepOnes(
  frames: readonly KeyFrame[],
  distances: readonly Float32Array[],
  farther: number,
): Float64Array | null {
  const depths = frames.map((frame, i) => deepIn(distances[i], frame, farther));
  const deep = counted(distances, (frame, at) => depths[frame][at] === 1);
  return sumOf(deep) < ENOUGH * frames.length * distances[0].length ? null : deep;
}

/** 1 for each pixel round which all pixels are farther from the key. */
function deepIn(distances: Float32Array, { width, height }: KeyFrame, farther: number): Uint8Array {
  const off = Uint8Array.from(distances, (distance) => Number(distance > farther));
  const depth = Math.max(1, Math.round(DEPTH * Math.max(width, height)));
  const rows = runs(off, depth, width, height, 1, width);
  return runs(rows, depth, height, width, width, 1);
}

/** Keeps ones whose neighbours along a line, `depth` to both sides, are all ones. */
function runs(
  plane: Uint8Array,
  depth: number,
  length: number,
  lines: number,
  step: number,
  lineStep: number,
): Uint8Array {
  const out = new Uint8Array(plane.length);
  for (let line = 0; line < lines; line++) {
    let run = depth;
    for (let i = 0; i < length + depth; i++) {
      const isOn = i >= length || plane[line * lineStep + i * step] === 1;
      run = isOn ? run + 1 : 0;
      const middle = i - depth;
      if (middle >= 0 && run > 2 * depth) out[line * lineStep + middle * step] = 1;
    }
  }
  return out;
}

/** Where, from some distance on, the nearest peak beyond a valley of mixed edges begins. */
function pastValley(histogram: Float64Array, beyond: number): number {
  const from = Math.ceil(beyond / BIN);
  const dense = smoothed(histogram);
  let least = Infinity;
  for (let bin = from; bin < dense.length; bin++) {
    least = Math.min(least, dense[bin]);
    const isPeak = dense[bin] > 0 && isHighest(dense, bin);
    if (isPeak && dense[bin] >= PROMINENT * Math.max(least, 1)) return lowerSide(dense, bin) * BIN;
  }
  const artwork = histogram.slice().fill(0, 0, from);
  const found = quantile(artwork, NEARER) * BIN;
  return found > 0 ? found : beyond - NEAR + DEFAULT_KEY.softness;
}

function indexOfLargest(counts: Uint32Array | Float64Array): number {
  let top = 0;
  for (let i = 1; i < counts.length; i++) if (counts[i] > counts[top]) top = i;
  return top;
}

const sumOf = (counts: Float64Array): number => counts.reduce((sum, count) => sum + count, 0);

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
