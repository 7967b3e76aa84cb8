import { MoonError } from '../errors';
import { quoted } from '../quoted';

/**
 * A table of colours as `.cube` files hold it: one curve a channel (1D), or a grid in which red runs
 * fastest (3D). Inputs from `min` to `max` lie on its ends; `values` are red, green, blue in turn.
 */
export interface ColourTable {
  readonly dimensions: 1 | 3;
  readonly size: number;
  readonly min: readonly number[];
  readonly max: readonly number[];
  readonly values: Float32Array;
}

/** Most points along one side; larger grids than any program writes would fill the memory. */
const MOST = { 1: 65_536, 3: 129 } as const;

const NUMBERS = /^[-+.\d][-+.\deE\s]*$/;

/**
 * Reads a `.cube` file.
 * @throws MoonError 'media-unreadable' naming what is wrong
 */
export function readCube(text: string, name: string): ColourTable {
  const wrong = (what: string) =>
    new MoonError('media-unreadable', `${quoted(name)} was not brought in: ${what}.`);
  let dimensions: 1 | 3 | null = null;
  let size = 0;
  let min: readonly number[] = [0, 0, 0];
  let max: readonly number[] = [1, 1, 1];
  const values: number[] = [];
  for (const [index, raw] of text.split(/\r\n|\r|\n/).entries()) {
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) continue;
    const [word, ...rest] = line.split(/\s+/);
    const numbers = (NUMBERS.test(line) ? [word, ...rest] : rest).map(Number);
    const bad = () => wrong(`its line ${index + 1} cannot be read`);
    if (NUMBERS.test(line)) {
      if (numbers.length !== 3 || !numbers.every(Number.isFinite)) throw bad();
      values.push(...numbers);
      continue;
    }
    if (word === 'TITLE') continue;
    if (!numbers.every(Number.isFinite) || numbers.length === 0) throw bad();
    if (word === 'LUT_1D_SIZE' || word === 'LUT_3D_SIZE') {
      dimensions = word === 'LUT_1D_SIZE' ? 1 : 3;
      size = numbers[0];
    } else if (word === 'DOMAIN_MIN' || word === 'DOMAIN_MAX') {
      if (numbers.length !== 3) throw bad();
      if (word === 'DOMAIN_MIN') min = numbers;
      else max = numbers;
    } else if (/^LUT_[13]D_INPUT_RANGE$/.test(word)) {
      if (numbers.length !== 2) throw bad();
      min = Array(3).fill(numbers[0]);
      max = Array(3).fill(numbers[1]);
    } else throw bad();
  }
  if (dimensions === null) throw wrong('it does not say how large its table is');
  if (!Number.isInteger(size) || size < 2 || size > MOST[dimensions]) {
    throw wrong(`its table has ${size} points along a side; 2 to ${MOST[dimensions]} can be used`);
  }
  if (max.some((end, channel) => !(end > min[channel])))
    throw wrong('its range of colours is empty');
  const expected = size ** dimensions * 3;
  if (values.length !== expected) {
    throw wrong(`its table holds ${values.length / 3} colours instead of ${expected / 3}`);
  }
  return { dimensions, size, min, max, values: Float32Array.from(values) };
}

/**
 * Changes a picture's colours by a table: 1D by linear, 3D by tetrahedral interpolation (Kasson,
 * Nin, Plouffe and Hafner, 1995).
 * @param rgba straight RGBA, changed in place
 * @param strength share of the change, 0…1
 */
export function applyTable(rgba: Uint8ClampedArray, table: ColourTable, strength: number): void {
  const channels = [0, 1, 2].map((channel) => inputSteps(table, channel));
  if (table.dimensions === 1) applyCurves(rgba, table, channels, strength);
  else applyGrid(rgba, table, channels, strength);
}

/** Where each of the 256 levels lies in a table: the point below it, and the share of the way to the next. */
interface InputSteps {
  readonly below: Int32Array;
  readonly share: Float32Array;
}

function inputSteps({ size, min, max }: ColourTable, channel: number): InputSteps {
  const points = new Int32Array(256);
  const share = new Float32Array(256);
  for (let level = 0; level < 256; level++) {
    const at = along(size, (level / 255 - min[channel]) / (max[channel] - min[channel]));
    points[level] = below(size, at);
    share[level] = at - points[level];
  }
  return { below: points, share };
}

function applyCurves(
  rgba: Uint8ClampedArray,
  { values }: ColourTable,
  channels: readonly InputSteps[],
  strength: number,
): void {
  const curves = channels.map(({ below, share }, channel) => {
    const curve = new Uint8ClampedArray(256);
    for (let level = 0; level < 256; level++) {
      const from = values[below[level] * 3 + channel];
      const to = values[(below[level] + 1) * 3 + channel];
      const full = (from + (to - from) * share[level]) * 255;
      curve[level] = level + (full - level) * strength;
    }
    return curve;
  });
  for (let at = 0; at < rgba.length; at += 4) {
    for (let channel = 0; channel < 3; channel++) {
      rgba[at + channel] = curves[channel][rgba[at + channel]];
    }
  }
}

function applyGrid(
  rgba: Uint8ClampedArray,
  table: ColourTable,
  [red, green, blue]: readonly InputSteps[],
  strength: number,
): void {
  const { size } = table;
  const full = new Float32Array(3);
  for (let at = 0; at < rgba.length; at += 4) {
    if (rgba[at + 3] === 0) continue;
    const r = rgba[at];
    const g = rgba[at + 1];
    const b = rgba[at + 2];
    const near = 3 * (red.below[r] + size * (green.below[g] + size * blue.below[b]));
    between(table, near, red.share[r], green.share[g], blue.share[b], full);
    for (let channel = 0; channel < 3; channel++) {
      const level = rgba[at + channel];
      rgba[at + channel] = level + (full[channel] * 255 - level) * strength;
    }
  }
}

/**
 * Looks a colour up in a 3D table whose inputs reach from 0 to 1.
 * @param out red, green and blue, as the table has them
 */
export function lookUp(table: ColourTable, r: number, g: number, b: number, out: Float32Array) {
  const { size } = table;
  const x = along(size, r);
  const y = along(size, g);
  const z = along(size, b);
  const i = below(size, x);
  const j = below(size, y);
  const k = below(size, z);
  between(table, 3 * (i + size * (j + size * k)), x - i, y - j, z - k, out);
}

const along = (size: number, value: number): number => Math.min(1, Math.max(0, value)) * (size - 1);

const below = (size: number, place: number): number => Math.min(size - 2, Math.floor(place));

/**
 * What lies between the points of a 3D table.
 * @param near where the values of the nearest corner are @param x,y,z shares of the way to the next points
 */
function between(
  { size, values }: ColourTable,
  near: number,
  x: number,
  y: number,
  z: number,
  out: Float32Array,
): void {
  const dr = 3;
  const dg = 3 * size;
  const db = 3 * size * size;
  const far = near + dr + dg + db;
  // From the nearest corner to the farthest along the axes, the one with the largest share first.
  const most = Math.max(x, y, z);
  const least = Math.min(x, y, z);
  const middle = x + y + z - most - least;
  const first = near + (x === most ? dr : y === most ? dg : db);
  const second = far - (z === least ? db : y === least ? dg : dr);
  const w0 = 1 - most;
  const w1 = most - middle;
  const w2 = middle - least;
  for (let channel = 0; channel < 3; channel++) {
    out[channel] =
      values[near + channel] * w0 +
      values[first + channel] * w1 +
      values[second + channel] * w2 +
      values[far + channel] * least;
  }
}

/** A table as a `.cube` file. */
export function writeCube({ size, values }: ColourTable): string {
  const lines = [`LUT_3D_SIZE ${size}`];
  for (let at = 0; at < values.length; at += 3) {
    lines.push([values[at], values[at + 1], values[at + 2]].map((v) => v.toFixed(6)).join(' '));
  }
  return `${lines.join('\n')}\n`;
}
