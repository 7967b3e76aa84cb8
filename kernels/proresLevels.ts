// A component's levels, and how they are coded. The reference is src/core/prores/slice.ts.

import { AC_ROUNDING, C4, DC_ROUNDING, QUANTISER_SHIFT } from '../src/core/prores/factors';
import {
  DC_CODES,
  FIRST_DC_CODE,
  FIRST_DC_CONTEXT,
  FIRST_LEVEL,
  FIRST_RUN,
  LEVEL_CODES,
  RUN_CODES,
  SCAN,
} from '../src/core/prores/tables';
import { Bits, coded } from './bits';
import { transform } from './proresTransform';

const COEFFICIENTS: i32 = 64;

/** Four sizes as levels. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function rounded(products: v128): v128 {
  return i32x4.shr_u(i32x4.add(products, i32x4.splat(AC_ROUNDING)), QUANTISER_SHIFT);
}

/** What a quantiser multiplies by. */
// @ts-ignore
@inline
function factorOf(quantiser: i32): i32 {
  return (65536 + (quantiser >> 1)) / quantiser;
}

// @ts-ignore
@inline
function dcLevel(dc: i32, factor: i32): i16 {
  const size = (abs(dc) * factor + DC_ROUNDING) >>> QUANTISER_SHIFT;
  return <i16>(dc < 0 ? -size : size);
}

/** Quantises a transformed block in place. @returns whether there is anything beside its DC */
function quantise(block: usize, factor: i32): bool {
  const factors = i16x8.splat(<i16>factor);
  const dc = <i32>load<i16>(block);
  let any = i64x2.splat(0);
  for (let at: usize = 0; at < 128; at += 16) {
    const x = v128.load(block + at);
    const sizes = i16x8.abs(x);
    const levels = i16x8.narrow_i32x4_s(
      rounded(i32x4.extmul_low_i16x8_u(sizes, factors)),
      rounded(i32x4.extmul_high_i16x8_u(sizes, factors)),
    );
    const signs = i16x8.shr_s(x, 15);
    v128.store(block + at, i16x8.sub(v128.xor(levels, signs), signs));
    any = v128.or(any, at == 0 ? i16x8.replace_lane(levels, 0, 0) : levels);
  }
  store<i16>(block, dcLevel(dc, factor));
  return v128.any_true(any);
}

/**
 * Levels by place in the scan, and for each place by block.
 * @param samples address of 16 rows of `columns` samples
 * @param byRow whether a macroblock's four blocks are coded row by row, or column by column
 * @param block address of room for a block
 * @returns how many blocks there are
 */
export function quantised(
  samples: usize,
  columns: i32,
  byRow: bool,
  quantiser: i32,
  levels: usize,
  block: usize,
): i32 {
  const blocks = columns >> 2;
  const stride = <usize>columns * 2;
  const factor = factorOf(quantiser);
  // Eight are looked at at once, and there may be four fewer in the last eight.
  memory.fill(levels, 0, <usize>(blocks * COEFFICIENTS * 2) + 16);
  for (let index = 0; index < blocks; index++) {
    // In fours: upper left, upper right, lower left, lower right; in twos: upper, lower.
    const column = byRow ? ((index >> 2) << 1) | (index & 1) : index >> 1;
    const lower = byRow ? (index >> 1) & 1 : index & 1;
    let from = samples + <usize>lower * 8 * stride + (<usize>column << 4);
    const out = levels + (<usize>index << 1);
    const first = load<i16>(from);
    let other = i64x2.splat(0);
    for (let row: usize = 0; row < 128; row += 16) {
      const samples = v128.load(from);
      other = v128.or(other, v128.xor(samples, i16x8.splat(first)));
      v128.store(block + row, samples);
      from += stride;
    }
    if (!v128.any_true(other)) {
      store<i16>(out, dcLevel(flatDc(flatDc(first)), factor));
      continue;
    }
    transform(block);
    const more = quantise(block, factor);
    store<i16>(out, load<i16>(block));
    if (more) scatter(block, out, <usize>blocks << 1);
  }
  return blocks;
}

/** What one dimension of the transform makes of eight equal numbers; the other seven are 0. */
// @ts-ignore
@inline
function flatDc(sample: i32): i32 {
  return 4 * ((2 * sample * C4 + 0x4000) >> 15);
}

/** Lays a block's levels out in the order of the scan, `step` bytes apart. */
function scatter(block: usize, out: usize, step: usize): void {
  for (let order = 1; order < COEFFICIENTS; order++) {
    out += step;
    store<i16>(out, load<i16>(block + (<usize>unchecked(SCAN[order]) << 1)));
  }
}

// @ts-ignore
@inline
function folded(value: i32): i32 {
  return (value << 1) ^ (value >> 31);
}

/** A component's levels: first those of DC, then all others. */
export function putLevels(bits: Bits, levels: usize, blocks: i32): void {
  putDc(bits, levels, blocks);
  putAc(bits, levels + (<usize>blocks << 1), levels + <usize>(blocks * COEFFICIENTS * 2));
}

function putDc(bits: Bits, levels: usize, blocks: i32): void {
  let before = <i32>load<i16>(levels);
  bits.putCoded(FIRST_DC_CODE, folded(before));
  let context = FIRST_DC_CONTEXT;
  let falling = false;
  for (let block = 1; block < blocks; block++) {
    const level = <i32>load<i16>(levels + (<usize>block << 1));
    const difference = level - before;
    const code = folded(falling ? -difference : difference);
    bits.putCoded(unchecked(DC_CODES[context]), code);
    context = min(3, (code + 1) >> 1);
    falling = difference < 0;
    before = level;
  }
}

/** Eight levels are looked at at once: most are nothing. */
function putAc(bits: Bits, at: usize, end: usize): void {
  let run = 0;
  let lastRun = FIRST_RUN;
  let lastLevel = FIRST_LEVEL;
  for (; at < end; at += 16) {
    const levels = v128.load(at);
    if (!v128.any_true(levels)) {
      run += 8;
      continue;
    }
    let found = i16x8.bitmask(i16x8.ne(levels, i16x8.splat(0)));
    let looked = 0;
    while (found) {
      const lane = ctz(found);
      found &= found - 1;
      run += lane - looked;
      looked = lane + 1;
      const level = <i32>load<i16>(at + (<usize>lane << 1));
      const size = abs(level);
      bits.putCoded(unchecked(RUN_CODES[lastRun]), run);
      const both = coded(unchecked(LEVEL_CODES[lastLevel]), size - 1);
      bits.put((<u32>both << 1) | (level < 0 ? 1 : 0), <i32>(both >> 32) + 1);
      lastRun = min(run, 15);
      lastLevel = min(size, 9);
      run = 0;
    }
    run += 8 - looked;
  }
}
