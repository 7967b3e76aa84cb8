import { BitWriter } from './bitWriter';
import { AC_ROUNDING, DC_ROUNDING, QUANTISER_SHIFT } from './factors';
import { MACROBLOCK, type Profile, type Size } from './profile';
import { samplesOf, type Slice } from './samples';
import {
  DC_CODES,
  FIRST_DC_CODE,
  FIRST_DC_CONTEXT,
  FIRST_LEVEL,
  FIRST_RUN,
  LEVEL_CODES,
  RUN_CODES,
  SCAN,
} from './tables';
import { transform } from './transform';

const BLOCK = 8;
const COEFFICIENTS = 64;

/** Levels of a component by place in the scan, and for each place by block. */
interface Levels {
  readonly levels: Int16Array;
  readonly blocks: number;
}

/**
 * One slice of a frame (RDD 36, 5.3). The kernel in `kernels/prores.ts` makes the same bytes.
 * @param rgba straight, width × height × 4 bytes
 * @param quantiser 2…128, or up to 512 in fours: the step of a coefficient, in 10-bit levels
 */
export function codeSlice(
  rgba: Uint8ClampedArray | Uint8Array,
  size: Size,
  slice: Slice,
  profile: Profile,
  quantiser: number,
): Uint8Array {
  const { y, cb, cr, alpha } = samplesOf(rgba, size, slice, profile);
  const columns = slice.across * MACROBLOCK;
  const chroma = profile.wholeChroma ? columns : columns / 2;
  const bits = new BitWriter();
  const ends = [
    putLevels(bits, levelsOf(y, columns, lumaBlocks(columns), quantiser)),
    putLevels(bits, levelsOf(cb, chroma, chromaBlocks(chroma), quantiser)),
    putLevels(bits, levelsOf(cr, chroma, chromaBlocks(chroma), quantiser)),
  ];
  if (profile.alphaBits) putAlpha(bits, alpha, profile.alphaBits);
  return withHeader(bits.written(), ends, profile, quantiser);
}

/** The lengths of all parts but the last follow from their ends. */
function withHeader(
  body: Uint8Array,
  [y, cb, cr]: readonly number[],
  { alphaBits }: Profile,
  quantiser: number,
): Uint8Array {
  const lengths = alphaBits ? [y, cb - y, cr - cb] : [y, cb - y];
  const header = 2 + 2 * lengths.length;
  const out = new Uint8Array(header + body.length);
  out[0] = header << 3;
  out[1] = quantiser > 128 ? 96 + quantiser / 4 : quantiser;
  const view = new DataView(out.buffer);
  lengths.forEach((length, index) => view.setUint16(2 + 2 * index, length));
  out.set(body, header);
  return out;
}

/** The bytes of a slice that its colours take: all but alpha. */
export function colourBytes(slice: Uint8Array, { alphaBits }: Profile): number {
  if (!alphaBits) return slice.length;
  const view = new DataView(slice.buffer, slice.byteOffset);
  return (slice[0] >> 3) + view.getUint16(2) + view.getUint16(4) + view.getUint16(6);
}

/** Corners of a slice’s blocks: in each macroblock row by row. */
function lumaBlocks(columns: number): readonly number[] {
  const corners: number[] = [];
  for (let x = 0; x < columns; x += MACROBLOCK) {
    for (const row of [0, BLOCK]) corners.push(row * columns + x, row * columns + x + BLOCK);
  }
  return corners;
}

/** Corners of a slice’s blocks of chroma: column by column. */
function chromaBlocks(columns: number): readonly number[] {
  const corners: number[] = [];
  for (let x = 0; x < columns; x += BLOCK) corners.push(x, BLOCK * columns + x);
  return corners;
}

function levelsOf(
  samples: Int16Array,
  columns: number,
  corners: readonly number[],
  quantiser: number,
): Levels {
  const blocks = corners.length;
  const levels = new Int16Array(blocks * COEFFICIENTS);
  const factor = Math.round(65536 / quantiser);
  const block = new Int16Array(COEFFICIENTS);
  corners.forEach((corner, index) => {
    for (let at = 0; at < COEFFICIENTS; at++) {
      block[at] = samples[corner + Math.floor(at / BLOCK) * columns + (at % BLOCK)];
    }
    transform(block);
    SCAN.forEach((place, order) => {
      const rounding = order === 0 ? DC_ROUNDING : AC_ROUNDING;
      const size = (Math.abs(block[place]) * factor + rounding) >>> QUANTISER_SHIFT;
      levels[order * blocks + index] = block[place] < 0 ? -size : size;
    });
  });
  return { levels, blocks };
}

/** @returns bytes so far */
function putLevels(bits: BitWriter, { levels, blocks }: Levels): number {
  putDc(bits, levels.subarray(0, blocks));
  putAc(bits, levels.subarray(blocks));
  return bits.align();
}

/** Whole numbers as 0, −1, 1, −2, 2 … (RDD 36, 7.1.1.2). */
const folded = (value: number): number => (value < 0 ? -2 * value - 1 : 2 * value);

/** Each differs little from the one before, and mostly in the same direction (7.1.1.3). */
function putDc(bits: BitWriter, levels: Int16Array): void {
  bits.putCoded(FIRST_DC_CODE, folded(levels[0]));
  let context = FIRST_DC_CONTEXT;
  let falling = false;
  for (let block = 1; block < levels.length; block++) {
    const difference = levels[block] - levels[block - 1];
    const code = folded(falling ? -difference : difference);
    bits.putCoded(DC_CODES[context], code);
    context = Math.min(3, (code + 1) >> 1);
    falling = difference < 0;
  }
}

/** Runs of zeros, and what ends them (7.1.1.4); zeros at the end are left out. */
function putAc(bits: BitWriter, levels: Int16Array): void {
  let run = 0;
  let lastRun = FIRST_RUN;
  let lastLevel = FIRST_LEVEL;
  for (const level of levels) {
    if (level === 0) {
      run++;
      continue;
    }
    const size = Math.abs(level);
    bits.putCoded(RUN_CODES[lastRun], run);
    bits.putCoded(LEVEL_CODES[lastLevel], size - 1);
    bits.put(level < 0 ? 1 : 0, 1);
    lastRun = Math.min(run, RUN_CODES.length - 1);
    lastLevel = Math.min(size, LEVEL_CODES.length - 1);
    run = 0;
  }
}

/** Rows of alpha as differences and as how often each value is repeated (7.1.2). */
function putAlpha(bits: BitWriter, alpha: Uint8Array, alphaBits: 8 | 16): void {
  const whole = 2 ** alphaBits;
  const unit = (whole - 1) / 255;
  let before = whole - 1;
  for (let at = 0; at < alpha.length;) {
    const value = alpha[at] * unit;
    putDifference(bits, (value - before + whole) % whole, alphaBits);
    before = value;
    let run = 0;
    while (++at < alpha.length && alpha[at] * unit === value) run++;
    if (run > 0 || at < alpha.length) putRepeats(bits, run);
  }
  bits.align();
}

/** @param difference modulo 2 to the power of `alphaBits` */
function putDifference(bits: BitWriter, difference: number, alphaBits: 8 | 16): void {
  const short = alphaBits === 8 ? 4 : 7;
  const most = 1 << (short - 1);
  const signed = difference >= 2 ** alphaBits - most ? difference - 2 ** alphaBits : difference;
  const size = Math.abs(signed);
  if (size === 0 || size > most) {
    bits.put(2 ** alphaBits + difference, alphaBits + 1);
  } else {
    bits.put(2 * (size - 1) + (signed < 0 ? 1 : 0), short + 1);
  }
}

function putRepeats(bits: BitWriter, run: number): void {
  if (run === 0) bits.put(1, 1);
  else if (run < 16) bits.put(run, 5);
  else bits.put(run, 16);
}
