// Alpha by the pixels beside each, four at a time. The reference, with the reasons, is src/core/matte/sharpAlpha.ts.

import {
  CELL,
  GROUND_AT,
  INSIDE,
  INSIDE_SHARE,
  LOW_AT,
  LUMA_FROM_KEY_AT,
  SEEN,
  SOLID,
} from '../src/core/matte/keyLayout';
import { channel, numberAt, splatAt } from './lanes';
import { knownAt } from './localColours';
import { yccSquare } from './yccSquare';

/** Rows of which squared distances are kept, and of these the largest and the smallest of three side by side. */
const ROWS = 3;
const KINDS = 3;

/** Bytes from one row of numbers to the next: four numbers before its first and after its last. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function rowBytes(width: i32): i32 {
  return (((width + 3) & ~3) + 8) << 2;
}

/** Bytes from one row of a plane of alpha to the next: rows of different stripes share no four pixels. */
export function alphaStride(width: i32): i32 {
  return (width + 3) & ~3;
}

/** Bytes of scratch memory that `sharpAlpha` needs for one stripe. */
export function sharpScratch(width: i32): i32 {
  return ROWS * KINDS * rowBytes(width);
}

/** Squared distances of a row's pixels from the key; beyond its ends lies what is at them. */
function measureRow(constants: usize, pixels: usize, width: i32, out: usize): void {
  const groundR = splatAt(constants, GROUND_AT);
  const groundG = splatAt(constants, GROUND_AT + 1);
  const groundB = splatAt(constants, GROUND_AT + 2);
  const weight = splatAt(constants, LUMA_FROM_KEY_AT);
  let before = v128.not(v128.load(pixels));
  let four = i64x2.splat(0);
  for (let x = 0; x < width; x += 4) {
    const now = v128.load(pixels + (<usize>x << 2));
    // Backdrops are mostly flat.
    if (v128.any_true(v128.xor(now, before))) {
      const r = f32x4.sub(channel(now, 0), groundR);
      const g = f32x4.sub(channel(now, 8), groundG);
      const b = f32x4.sub(channel(now, 16), groundB);
      four = yccSquare(r, g, b, weight);
      before = now;
    }
    v128.store(out + (<usize>x << 2), four);
  }
  const end = out + (<usize>width << 2);
  store<f32>(out - 4, load<f32>(out));
  store<f32>(end, load<f32>(end - 4));
}

/** The largest and the smallest of each number and the two beside it. */
function overThree(squares: usize, width: i32, largest: usize, smallest: usize): void {
  for (let x = 0; x < width; x += 4) {
    const at = <usize>x << 2;
    const before = v128.load(squares + at - 4);
    const own = v128.load(squares + at);
    const after = v128.load(squares + at + 4);
    v128.store(largest + at, f32x4.pmax(own, f32x4.pmax(before, after)));
    v128.store(smallest + at, f32x4.pmin(own, f32x4.pmin(before, after)));
  }
}

/**
 * Finds the alpha of rows `from`…`to` − 1 of a picture whose edges are sharp; what is known of its cells stays so.
 * @param constants address of the numbers of a key by light
 * @param source address of the whole picture's RGBA
 * @param local address of its cells, spread
 * @param out address of all rows' alpha, a byte a pixel, `alphaStride(width)` a row
 * @param scratch address of `sharpScratch(width)` bytes
 */
export function sharpAlpha(
  constants: usize,
  source: usize,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
  local: usize,
  out: usize,
  scratch: usize,
): void {
  const bytes = <usize>rowBytes(width);
  const kind = <usize>ROWS * bytes;
  // Numbers are read one before a row's first.
  const squares = scratch + 16;
  const largest = squares + kind;
  const smallest = largest + kind;
  const low = numberAt(constants, LOW_AT);
  const clear = f32x4.splat(low * low);
  const unseen = f32x4.splat(<f32>(SEEN * SEEN) * low * low);
  const inside = f32x4.splat(<f32>(INSIDE * INSIDE) * low * low);
  const share = f32x4.splat(<f32>(INSIDE_SHARE * INSIDE_SHARE));
  const full = f32x4.splat(255);
  const half = f32x4.splat(0.5);
  const across = (width + CELL - 1) / CELL;
  const knowns = knownAt(local, width, height);
  let ready = max(0, from - 1);
  for (let y = from; y < to; y++) {
    for (const needed = min(height, y + 2); ready < needed; ready++) {
      const row = <usize>(ready % ROWS) * bytes;
      measureRow(constants, source + (<usize>(ready * width) << 2), width, squares + row);
      overThree(squares + row, width, largest + row, smallest + row);
    }
    const above = <usize>(max(0, y - 1) % ROWS) * bytes;
    const own = <usize>(y % ROWS) * bytes;
    const below = <usize>(min(height - 1, y + 1) % ROWS) * bytes;
    const target = out + <usize>(y * alphaStride(width));
    const flags = knowns + (<usize>((y / CELL) * across) << 2);
    for (let x = 0; x < width; x += CELL) {
      const at = <usize>x << 2;
      const known = load<i32>(flags + <usize>x);
      if (known != 0) {
        store<u32>(target + <usize>x, known == SOLID ? 0xffffffff : 0);
        continue;
      }
      const farthest = f32x4.pmax(
        v128.load(largest + own + at),
        f32x4.pmax(v128.load(largest + above + at), v128.load(largest + below + at)),
      );
      const nearest = f32x4.pmin(
        v128.load(smallest + own + at),
        f32x4.pmin(v128.load(smallest + above + at), v128.load(smallest + below + at)),
      );
      const square = v128.load(squares + own + at);
      const isSeen = v128.and(f32x4.gt(square, clear), f32x4.gt(farthest, unseen));
      const isInside = f32x4.gt(nearest, f32x4.pmax(inside, f32x4.mul(share, farthest)));
      const mixed = f32x4.mul(
        full,
        f32x4.sqrt(f32x4.div(square, f32x4.pmax(farthest, f32x4.splat(1e-9)))),
      );
      const alpha = v128.and(v128.bitselect(full, mixed, isInside), isSeen);
      const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(alpha, half));
      const words = i16x8.narrow_i32x4_s(whole, whole);
      store<u32>(target + <usize>x, <u32>i32x4.extract_lane(i8x16.narrow_i16x8_u(words, words), 0));
    }
  }
}
