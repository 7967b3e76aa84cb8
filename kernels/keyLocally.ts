// Keys pixels by the colours round them, four at a time. The reference, with the reasons, is
// src/core/matte/keyLocally.ts.

import {
  BLACK_AT,
  CELL,
  CHANNEL_AT,
  CLEAR,
  LEAST_ALPHA,
  LOW_AT,
  LUMA_BETWEEN_AT,
  LUMA_FROM_KEY_AT,
  SHARP_AT,
  SOLID,
  SPILL_AT,
  STRETCH_AT,
  WEIGHT_AT,
} from '../src/core/matte/keyLayout';
import { channel, clamp01, numberAt, splatAt } from './lanes';
import { backdropAt, knownAt } from './localColours';
import { packed, storeSome } from './pack';
import { alphaStride } from './sharpAlpha';
import { yccSquare } from './yccSquare';

/** Bytes of scratch memory that `keyLocally` needs for one stripe: a row of cells, of both colours. */
export function keyScratch(width: i32): i32 {
  return ((width + CELL - 1) / CELL) * 32;
}

/** What lies between two rows of cells, of some columns. */
function betweenRows(
  upper: usize,
  lower: usize,
  share: f32,
  from: i32,
  to: i32,
  out: usize,
): void {
  const far = f32x4.splat(share);
  for (let at = <usize>from << 4, end = <usize>to << 4; at < end; at += 16) {
    const top = v128.load(upper + at);
    const off = f32x4.sub(v128.load(lower + at), top);
    v128.store(out + at, f32x4.add(top, f32x4.mul(off, far)));
  }
}

/** The first, or the second, numbers of four pixels, from those of two each. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function lows(pq: v128, st: v128): v128 {
  return i32x4.shuffle(pq, st, 0, 1, 4, 5);
}

// @ts-ignore
@inline
function highs(pq: v128, st: v128): v128 {
  return i32x4.shuffle(pq, st, 2, 3, 6, 7);
}

/** Numbers at the middles of a cell's first, second, third or fourth pixel. */
// @ts-ignore
@inline
function towards(from: v128, off: v128, share: f32): v128 {
  return f32x4.add(from, f32x4.mul(off, f32x4.splat(share)));
}

/** Four bytes as shares of 255. */
// @ts-ignore
@inline
function sharesAt(bytes: usize): v128 {
  const words = i16x8.extend_low_i8x16_u(v128.load32_zero(bytes));
  return f32x4.mul(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(words)), f32x4.splat(1.0 / 255.0));
}

/** By how much all channels of the key's hue exceed the others. */
// @ts-ignore
@inline
function excess(r: v128, g: v128, b: v128, onR: v128, onG: v128, onB: v128): v128 {
  const far = f32x4.splat(4096);
  const one = f32x4.splat(1);
  const own = f32x4.pmin(
    f32x4.pmin(
      f32x4.add(r, f32x4.mul(f32x4.sub(one, onR), far)),
      f32x4.add(g, f32x4.mul(f32x4.sub(one, onG), far)),
    ),
    f32x4.add(b, f32x4.mul(f32x4.sub(one, onB), far)),
  );
  const others = f32x4.pmax(
    f32x4.pmax(f32x4.sub(r, f32x4.mul(onR, far)), f32x4.sub(g, f32x4.mul(onG, far))),
    f32x4.sub(b, f32x4.mul(onB, far)),
  );
  const none = f32x4.splat(0);
  return f32x4.pmax(
    none,
    f32x4.sub(f32x4.pmin(own, f32x4.splat(255)), f32x4.pmax(none, others)),
  );
}

/** Whether any of four pixels has something of the key's hue on it that may be spill. */
// @ts-ignore
@inline
function hasExcess(pixels: v128, spills: bool, onR: v128, onG: v128, onB: v128): bool {
  if (!spills) return false;
  const more = excess(
    channel(pixels, 0),
    channel(pixels, 8),
    channel(pixels, 16),
    onR,
    onG,
    onB,
  );
  return v128.any_true(f32x4.gt(more, f32x4.splat(0)));
}

/**
 * Keys rows `from`…`to` − 1 of a picture, in place.
 * @param constants address of the numbers of a local key
 * @param source address of the whole picture's RGBA
 * @param local address of its cells, spread
 * @param alphas address of what `sharpAlpha` found, for a key of sharp edges
 * @param scratch address of `keyScratch(width)` bytes
 */
export function keyLocally(
  constants: usize,
  source: usize,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
  local: usize,
  alphas: usize,
  scratch: usize,
): void {
  const across = (width + CELL - 1) / CELL;
  const down = (height + CELL - 1) / CELL;
  const backdrop = backdropAt(local, width, height);
  const knowns = knownAt(local, width, height);
  const low = numberAt(constants, LOW_AT);
  const lowSquare = f32x4.splat(low * low);
  const fromKey = splatAt(constants, LUMA_FROM_KEY_AT);
  const between = splatAt(constants, LUMA_BETWEEN_AT);
  const spill = splatAt(constants, SPILL_AT);
  const spills = numberAt(constants, SPILL_AT) > 0;
  const onR = splatAt(constants, CHANNEL_AT);
  const onG = splatAt(constants, CHANNEL_AT + 1);
  const onB = splatAt(constants, CHANNEL_AT + 2);
  const weight = splatAt(constants, WEIGHT_AT);
  const black = splatAt(constants, BLACK_AT);
  const stretch = splatAt(constants, STRETCH_AT);
  const staysSolid = (<f32>1 - numberAt(constants, BLACK_AT)) * numberAt(constants, STRETCH_AT) >= 1;
  const sharp = numberAt(constants, SHARP_AT) > 0;
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  const full = f32x4.splat(255);
  const least = f32x4.splat(<f32>LEAST_ALPHA);
  const artworkRow = scratch;
  const backdropRow = scratch + (<usize>across << 4);
  for (let y = from; y < to; y++) {
    const inCell = y % CELL;
    const row = y / CELL;
    const upper = max(0, inCell < CELL / 2 ? row - 1 : row);
    const lower = min(down - 1, inCell < CELL / 2 ? row : row + 1);
    const share: f32 = (<f32>inCell + 0.5) / <f32>CELL + (inCell < CELL / 2 ? 0.5 : -0.5);
    const up = <usize>(upper * across) << 4;
    const below = <usize>(lower * across) << 4;
    let ready = 0;
    const flags = knowns + (<usize>(row * across) << 2);
    for (let column = 0; column < across; column++) {
      const left = column * CELL;
      const at = source + (<usize>(y * width + left) << 2);
      let result = i64x2.splat(0);
      const known = load<i32>(flags + (<usize>column << 2));
      const pixels = v128.load(at);
      if (known == SOLID && staysSolid && !hasExcess(pixels, spills, onR, onG, onB)) {
        // Its alpha is 1, also after cleaning, and there is no spill to take off.
        result = pixels;
      } else if (known != CLEAR) {
        const needed = min(across, column + 2);
        if (ready < needed) {
          const since = max(ready, column - 1);
          betweenRows(local + up, local + below, share, since, needed, artworkRow);
          betweenRows(backdrop + up, backdrop + below, share, since, needed, backdropRow);
          ready = needed;
        }
        const own = <usize>column << 4;
        const left4 = <usize>max(0, column - 1) << 4;
        const right4 = <usize>min(across - 1, column + 1) << 4;
        const k = v128.load(backdropRow + own);
        const kLeft = v128.load(backdropRow + left4);
        const kBefore = f32x4.sub(k, kLeft);
        const kAfter = f32x4.sub(v128.load(backdropRow + right4), k);
        const k0 = towards(kLeft, kBefore, 0.625);
        const k1 = towards(kLeft, kBefore, 0.875);
        const k2 = towards(k, kAfter, 0.125);
        const k3 = towards(k, kAfter, 0.375);
        const kLow = i32x4.shuffle(k0, k1, 0, 4, 1, 5);
        const kLow2 = i32x4.shuffle(k2, k3, 0, 4, 1, 5);
        const kR = lows(kLow, kLow2);
        const kG = highs(kLow, kLow2);
        const kB = lows(i32x4.shuffle(k0, k1, 2, 6, 3, 7), i32x4.shuffle(k2, k3, 2, 6, 3, 7));
        const f = v128.load(artworkRow + own);
        const fLeft = v128.load(artworkRow + left4);
        const fBefore = f32x4.sub(f, fLeft);
        const fAfter = f32x4.sub(v128.load(artworkRow + right4), f);
        const f0 = towards(fLeft, fBefore, 0.625);
        const f1 = towards(fLeft, fBefore, 0.875);
        const f2 = towards(f, fAfter, 0.125);
        const f3 = towards(f, fAfter, 0.375);
        const fLow = i32x4.shuffle(f0, f1, 0, 4, 1, 5);
        const fLow2 = i32x4.shuffle(f2, f3, 0, 4, 1, 5);
        const fHigh = i32x4.shuffle(f0, f1, 2, 6, 3, 7);
        const fHigh2 = i32x4.shuffle(f2, f3, 2, 6, 3, 7);
        const fR = lows(fLow, fLow2);
        const fG = highs(fLow, fLow2);
        const fB = lows(fHigh, fHigh2);
        const fourth = highs(fHigh, fHigh2);
        const sure = clamp01(f32x4.sub(f32x4.add(fourth, fourth), one));
        let r = channel(pixels, 0);
        let g = channel(pixels, 8);
        let b = channel(pixels, 16);
        const offR = f32x4.sub(r, kR);
        const offG = f32x4.sub(g, kG);
        const offB = f32x4.sub(b, kB);
        let alpha: v128;
        if (sharp) {
          alpha = sharesAt(alphas + <usize>(y * alphaStride(width) + left));
        } else {
          const isOff = f32x4.gt(yccSquare(offR, offG, offB, fromKey), lowSquare);
          const whole = yccSquare(f32x4.sub(fR, kR), f32x4.sub(fG, kG), f32x4.sub(fB, kB), between);
          const mixed = f32x4.pmin(
            one,
            f32x4.sqrt(
              f32x4.div(yccSquare(offR, offG, offB, between), f32x4.pmax(whole, f32x4.splat(1e-9))),
            ),
          );
          alpha = v128.and(f32x4.add(mixed, f32x4.mul(f32x4.sub(one, mixed), sure)), isOff);
        }
        const seen = f32x4.ge(alpha, least);
        if (v128.any_true(seen)) {
          const rest = f32x4.sub(one, alpha);
          const most = f32x4.mul(alpha, full);
          const straight = f32x4.div(one, f32x4.pmax(alpha, least));
          r = f32x4.mul(straight, f32x4.pmin(most, f32x4.pmax(none, f32x4.sub(r, f32x4.mul(rest, kR)))));
          g = f32x4.mul(straight, f32x4.pmin(most, f32x4.pmax(none, f32x4.sub(g, f32x4.mul(rest, kG)))));
          b = f32x4.mul(straight, f32x4.pmin(most, f32x4.pmax(none, f32x4.sub(b, f32x4.mul(rest, kB)))));
          if (spills) {
            const own = excess(fR, fG, fB, onR, onG, onB);
            const more = f32x4.mul(
              spill,
              f32x4.pmax(none, f32x4.sub(excess(r, g, b, onR, onG, onB), own)),
            );
            const back = f32x4.mul(more, weight);
            r = f32x4.add(r, f32x4.sub(back, f32x4.mul(more, onR)));
            g = f32x4.add(g, f32x4.sub(back, f32x4.mul(more, onG)));
            b = f32x4.add(b, f32x4.sub(back, f32x4.mul(more, onB)));
          }
          const cleaned = clamp01(f32x4.mul(f32x4.sub(alpha, black), stretch));
          result = v128.and(packed(r, g, b, f32x4.mul(channel(pixels, 24), cleaned)), seen);
        }
      }
      if (left + CELL <= width) v128.store(at, result);
      else storeSome(at, result, width - left);
    }
  }
}
