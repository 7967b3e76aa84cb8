// Slices of ProRes frames. The reference is src/core/prores/slice.ts.

import { Bits } from './bits';
import { putAlpha } from './proresAlpha';
import { putLevels, quantised } from './proresLevels';
import { samplesOf } from './proresSamples';

const MACROBLOCK: i32 = 16;
const MOST_ACROSS: i32 = 8;
const MOST_SAMPLES: i32 = MACROBLOCK * MACROBLOCK * MOST_ACROSS;

/** Bytes that a slice has room for: 6144 coefficients take at most 25 bits each, 2048 values of alpha 18. */
const SLICE_ROOM: i32 = 24 * 1024;

/** Where a stripe's parts lie in its scratch memory. */
const PLANE: usize = <usize>(MOST_SAMPLES * 2);
const ALPHA_AT: usize = 3 * PLANE;
const LEVELS_AT: usize = ALPHA_AT + <usize>MOST_SAMPLES;
const ROW_AT: usize = LEVELS_AT + PLANE + 16;
const BLOCK_AT: usize = ROW_AT + <usize>(MACROBLOCK * MOST_ACROSS * 4);
const BITS_AT: usize = BLOCK_AT + 128;

export function proresScratch(): i32 {
  return <i32>BITS_AT + 64;
}

export function proresSliceRoom(): i32 {
  return SLICE_ROOM;
}

/** Whether rows of two pictures are the same. */
function sameRows(a: usize, b: usize, bytes: usize, rows: i32, stride: usize): bool {
  for (let row = 0; row < rows; row++) {
    let x: usize = 0;
    for (; x + 16 <= bytes; x += 16) {
      if (v128.any_true(v128.xor(v128.load(a + x), v128.load(b + x)))) return false;
    }
    for (; x < bytes; x += 4) if (load<u32>(a + x) != load<u32>(b + x)) return false;
    a += stride;
    b += stride;
  }
  return true;
}

/**
 * Codes the slices of macroblock rows `from`…`to` − 1.
 * @param before the picture whose slices lie in `out`: those that are the same stay as they are; 0 for none
 * @param out address of the slices, `proresSliceRoom()` bytes for each
 * @param lengths address of their lengths in bytes, 32 bits each
 * @param scratch address of `proresScratch()` bytes
 */
export function codeProres(
  rgba: usize,
  before: usize,
  width: i32,
  height: i32,
  wholeChroma: bool,
  alphaBits: i32,
  quantiser: i32,
  from: i32,
  to: i32,
  out: usize,
  lengths: usize,
  scratch: usize,
): void {
  const across = (width + MACROBLOCK - 1) / MACROBLOCK;
  const stride = <usize>width * 4;
  const rest = across % MOST_ACROSS;
  let index = from * (across / MOST_ACROSS + popcnt(rest));
  for (let row = from; row < to; row++) {
    const rows = min(MACROBLOCK, height - row * MACROBLOCK);
    for (let left = 0, size = MOST_ACROSS; left < across; index++) {
      while (size > across - left) size >>= 1;
      const offset = <usize>row * MACROBLOCK * stride + <usize>left * MACROBLOCK * 4;
      const columns = min(size * MACROBLOCK, width - left * MACROBLOCK);
      const bytes = <usize>columns * 4;
      if (before == 0 || !sameRows(rgba + offset, before + offset, bytes, rows, stride)) {
        samplesOf(rgba + offset, stride, columns, rows, size * MACROBLOCK, wholeChroma, scratch, PLANE, scratch + ROW_AT, scratch + ALPHA_AT);
        const slice = out + <usize>index * SLICE_ROOM;
        const end = codeSlice(size, wholeChroma, alphaBits, quantiser, slice, scratch);
        store<i32>(lengths + (<usize>index << 2), <i32>(end - slice));
      }
      left += size;
    }
  }
}

// @ts-ignore: decorators are AssemblyScript's
@inline
function storeLength(at: usize, length: usize): void {
  store<u16>(at, bswap<u16>(<u16>length));
}

/** @returns the address after the slice */
function codeSlice(
  across: i32,
  wholeChroma: bool,
  alphaBits: i32,
  quantiser: i32,
  out: usize,
  scratch: usize,
): usize {
  const columns = across * MACROBLOCK;
  const chroma = wholeChroma ? columns : columns >> 1;
  const header: usize = alphaBits ? 8 : 6;
  const levels = scratch + LEVELS_AT;
  const bits = changetype<Bits>(scratch + BITS_AT);
  store<u8>(out, <u8>(header << 3));
  store<u8>(out + 1, <u8>(quantiser > 128 ? 96 + (quantiser >> 2) : quantiser));
  bits.begin(out + header);
  let end = out + header;
  for (let part = 0; part < 3; part++) {
    const samples = scratch + <usize>part * PLANE;
    const wide = part == 0 ? columns : chroma;
    const blocks = quantised(samples, wide, part == 0, quantiser, levels, scratch + BLOCK_AT);
    putLevels(bits, levels, blocks);
    const begin = end;
    end = bits.align();
    if (part < 2 || alphaBits) storeLength(out + 2 + 2 * part, end - begin);
  }
  if (alphaBits) {
    putAlpha(bits, scratch + ALPHA_AT, columns * MACROBLOCK, alphaBits);
    end = bits.align();
  }
  return end;
}
