// Keys pixels, four at a time. The reference, with the reasons, is
// src/core/matte/keyPixels.ts.

import { BLUE, GREEN, RED } from '../src/core/colour/bt709';
import {
  BLACK_AT,
  CB_AT,
  CHANNEL_AT,
  CR_AT,
  GAIN_AT,
  GROUND_AT,
  INK_COUNT_AT,
  INKS_AT,
  KNOWN_COLOURS,
  LIGHT,
  LOW_AT,
  LUMA,
  MODE_AT,
  SPILL_AT,
  STRETCH_AT,
  WEIGHT_AT,
} from '../src/core/matte/keyLayout';
import { packed } from './pack';

const LUMA_R = <f32>RED;
const LUMA_G = <f32>GREEN;
const LUMA_B = <f32>BLUE;
const CB: f32 = 1.0 / (2.0 * (1.0 - LUMA_B) * 255.0);
const CR: f32 = 1.0 / (2.0 * (1.0 - LUMA_R) * 255.0);
const LEAST_ALPHA: f32 = 0.5 / 255.0;

// @ts-ignore: decorators are AssemblyScript's
@inline
function splatAt(constants: usize, index: i32): v128 {
  return v128.load32_splat(constants + (<usize>index << 2));
}

// @ts-ignore
@inline
function numberAt(constants: usize, index: i32): f32 {
  return load<f32>(constants + (<usize>index << 2));
}

// @ts-ignore
@inline
function clamp01(x: v128): v128 {
  return f32x4.pmin(f32x4.pmax(x, f32x4.splat(0)), f32x4.splat(1));
}

// @ts-ignore
@inline
function channel(pixels: v128, shift: i32): v128 {
  return f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, shift), i32x4.splat(255)));
}

/** Keys pixels, straight or over a background. */
// @ts-ignore
@inline
function keyAll(
  constants: usize,
  source: usize,
  target: usize,
  pixels: i32,
  over: bool,
): void {
  const end = source + (<usize>pixels << 2);
  const kR = splatAt(constants, GROUND_AT);
  const kG = splatAt(constants, GROUND_AT + 1);
  const kB = splatAt(constants, GROUND_AT + 2);
  // Chroma of the key colour, or offset and slope of the luma: they lie in the same places.
  const firstOf = splatAt(constants, CB_AT);
  const secondOf = splatAt(constants, CR_AT);
  const lowOf = splatAt(constants, LOW_AT);
  const gainOf = splatAt(constants, GAIN_AT);
  const spill = splatAt(constants, SPILL_AT);
  const spills = numberAt(constants, SPILL_AT) > 0;
  const onR = splatAt(constants, CHANNEL_AT);
  const onG = splatAt(constants, CHANNEL_AT + 1);
  const onB = splatAt(constants, CHANNEL_AT + 2);
  const weight = splatAt(constants, WEIGHT_AT);
  const black = splatAt(constants, BLACK_AT);
  const stretch = splatAt(constants, STRETCH_AT);
  const cleans = numberAt(constants, BLACK_AT) != 0 || numberAt(constants, STRETCH_AT) != 1;
  const how = <i32>numberAt(constants, MODE_AT);
  if (how == KNOWN_COLOURS) setInks(constants);
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  const full = f32x4.splat(255);
  const least = f32x4.splat(LEAST_ALPHA);
  let before = i64x2.splat(0);
  // The result for the four pixels before: straight RGBA, or premultiplied colour and alpha for laying over.
  let known = false;
  let result = before;
  let clear = false;
  let r = none;
  let g = none;
  let b = none;
  let alpha = none;
  for (; source < end; source += 16, target += 16) {
    const four = v128.load(source);
    // Artwork and backdrops are mostly flat, so four pixels that equal the four before reuse their result.
    if (!known || v128.any_true(v128.xor(four, before))) {
      known = true;
      before = four;
      r = channel(four, 0);
      g = channel(four, 8);
      b = channel(four, 16);
      if (how == KNOWN_COLOURS) {
        fitKnown(r, g, b, kR, kG, kB);
        r = fittedR;
        g = fittedG;
        b = fittedB;
        alpha = fittedA;
        clear = !v128.any_true(f32x4.ge(alpha, least));
        if (over) {
          r = f32x4.mul(r, alpha);
          g = f32x4.mul(g, alpha);
          b = f32x4.mul(b, alpha);
        }
      } else {
        let distance: v128;
        if (how == LIGHT) {
          distance = f32x4.mul(f32x4.pmax(f32x4.pmax(r, g), b), f32x4.splat(1.0 / 255.0));
        } else {
          const y = f32x4.add(
            f32x4.add(f32x4.mul(r, f32x4.splat(LUMA_R)), f32x4.mul(g, f32x4.splat(LUMA_G))),
            f32x4.mul(b, f32x4.splat(LUMA_B)),
          );
          if (how == LUMA) {
            distance = f32x4.add(
              firstOf,
              f32x4.mul(f32x4.mul(secondOf, f32x4.splat(1.0 / 255.0)), y),
            );
          } else {
            const u = f32x4.sub(f32x4.mul(f32x4.sub(b, y), f32x4.splat(CB)), firstOf);
            const v = f32x4.sub(f32x4.mul(f32x4.sub(r, y), f32x4.splat(CR)), secondOf);
            distance = f32x4.sqrt(f32x4.add(f32x4.mul(u, u), f32x4.mul(v, v)));
          }
        }
        alpha = clamp01(f32x4.mul(f32x4.sub(distance, lowOf), gainOf));
        clear = !v128.any_true(f32x4.ge(alpha, least));
        if (!clear) {
          const rest = f32x4.sub(one, alpha);
          if (v128.any_true(f32x4.gt(rest, none))) {
            const most = f32x4.mul(alpha, full);
            r = f32x4.pmin(most, f32x4.pmax(none, f32x4.sub(r, f32x4.mul(rest, kR))));
            g = f32x4.pmin(most, f32x4.pmax(none, f32x4.sub(g, f32x4.mul(rest, kG))));
            b = f32x4.pmin(most, f32x4.pmax(none, f32x4.sub(b, f32x4.mul(rest, kB))));
          }
          if (spills) {
            // Spill is linear, so it may be taken off premultiplied colours as well.
            const far = f32x4.splat(4096);
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
            const over255 = f32x4.sub(f32x4.pmin(own, full), f32x4.pmax(none, others));
            const excess = f32x4.mul(f32x4.pmax(none, over255), spill);
            const back = f32x4.mul(excess, weight);
            r = f32x4.add(r, f32x4.sub(back, f32x4.mul(excess, onR)));
            g = f32x4.add(g, f32x4.sub(back, f32x4.mul(excess, onG)));
            b = f32x4.add(b, f32x4.sub(back, f32x4.mul(excess, onB)));
          }
          if (!over) {
            const straight = f32x4.div(one, f32x4.pmax(alpha, least));
            r = f32x4.mul(r, straight);
            g = f32x4.mul(g, straight);
            b = f32x4.mul(b, straight);
          }
        }
      }
      if (!clear) {
        const seen = f32x4.ge(alpha, least);
        if (cleans) {
          const cleaned = clamp01(f32x4.mul(f32x4.sub(alpha, black), stretch));
          if (over) {
            const share = f32x4.div(cleaned, f32x4.pmax(alpha, least));
            r = f32x4.mul(r, share);
            g = f32x4.mul(g, share);
            b = f32x4.mul(b, share);
          }
          alpha = cleaned;
        }
        if (!over) {
          const a = f32x4.mul(channel(four, 24), alpha);
          result = v128.and(packed(r, g, b, a), seen);
        }
      } else if (!over) result = i64x2.splat(0);
    }
    if (!over) v128.store(target, result);
    else if (!clear) {
      const behind = v128.load(target);
      const rest = f32x4.sub(one, alpha);
      v128.store(
        target,
        packed(
          f32x4.add(r, f32x4.mul(rest, channel(behind, 0))),
          f32x4.add(g, f32x4.mul(rest, channel(behind, 8))),
          f32x4.add(b, f32x4.mul(rest, channel(behind, 16))),
          full,
        ),
      );
    }
  }
}

/**
 * Keys straight RGBA pixels.
 * @param constants address of the numbers of a key, as src/core/matte/keyLayout.ts lays them out
 * @param source,target addresses of 4 · `pixels` bytes, a multiple of 16; they may be the same
 */
export function key(constants: usize, source: usize, target: usize, pixels: i32): void {
  keyAll(constants, source, target, pixels, false);
}

/**
 * Keys opaque pixels and lays them over a background in one go: out = P + (1 − alpha)·B, where the
 * premultiplied P is never rounded and nothing is divided.
 * @param constants address of the numbers of a key
 * @param source,background addresses of 4 · `pixels` bytes of opaque RGBA; the background is changed
 */
export function keyOver(constants: usize, source: usize, background: usize, pixels: i32): void {
  keyAll(constants, source, background, pixels, true);
}

let fittedR: v128 = i64x2.splat(0);
let fittedG: v128 = i64x2.splat(0);
let fittedB: v128 = i64x2.splat(0);
let fittedA: v128 = i64x2.splat(0);

let inkR1: v128 = i64x2.splat(0);
let inkG1: v128 = i64x2.splat(0);
let inkB1: v128 = i64x2.splat(0);
let inkR2: v128 = i64x2.splat(0);
let inkG2: v128 = i64x2.splat(0);
let inkB2: v128 = i64x2.splat(0);
let two: bool = false;
let length1: f32 = 1;
let length2: f32 = 1;
let length3: f32 = 1;
let cross: f32 = 0;
let determinant: f32 = 0;
let hasTriangle: bool = false;

function setInks(constants: usize): void {
  inkR1 = splatAt(constants, INKS_AT);
  inkG1 = splatAt(constants, INKS_AT + 1);
  inkB1 = splatAt(constants, INKS_AT + 2);
  inkR2 = splatAt(constants, INKS_AT + 3);
  inkG2 = splatAt(constants, INKS_AT + 4);
  inkB2 = splatAt(constants, INKS_AT + 5);
  two = numberAt(constants, INK_COUNT_AT) > 1;
  const red = numberAt(constants, GROUND_AT);
  const green = numberAt(constants, GROUND_AT + 1);
  const blue = numberAt(constants, GROUND_AT + 2);
  const p = numberAt(constants, INKS_AT) - red;
  const q = numberAt(constants, INKS_AT + 1) - green;
  const s = numberAt(constants, INKS_AT + 2) - blue;
  const u = numberAt(constants, INKS_AT + 3) - red;
  const v = numberAt(constants, INKS_AT + 4) - green;
  const w = numberAt(constants, INKS_AT + 5) - blue;
  length1 = max<f32>(1e-6, p * p + q * q + s * s);
  length2 = max<f32>(1e-6, u * u + v * v + w * w);
  length3 = max<f32>(1e-6, (u - p) * (u - p) + (v - q) * (v - q) + (w - s) * (w - s));
  cross = p * u + q * v + s * w;
  determinant = length1 * length2 - cross * cross;
  hasTriangle = determinant > <f32>1e-3 * length1 * length2;
}

// @ts-ignore
@inline
function dot(x: v128, y: v128, z: v128, p: v128, q: v128, s: v128): v128 {
  return f32x4.add(f32x4.add(f32x4.mul(x, p), f32x4.mul(y, q)), f32x4.mul(z, s));
}

// @ts-ignore
@inline
function off(c: v128, m: v128, a: v128, n: v128, b: v128): v128 {
  return f32x4.sub(f32x4.sub(c, f32x4.mul(m, a)), f32x4.mul(n, b));
}

/** Straight colours and alpha of four mixes of known colours into `fitted…`. */
function fitKnown(
  r: v128,
  g: v128,
  b: v128,
  groundR: v128,
  groundG: v128,
  groundB: v128,
): void {
  const x = f32x4.sub(r, groundR);
  const y = f32x4.sub(g, groundG);
  const z = f32x4.sub(b, groundB);
  const p = f32x4.sub(inkR1, groundR);
  const q = f32x4.sub(inkG1, groundG);
  const s = f32x4.sub(inkB1, groundB);
  const along1 = dot(x, y, z, p, q, s);
  let m = clamp01(f32x4.div(along1, f32x4.splat(length1)));
  let n = f32x4.splat(0);
  if (two) {
    const u = f32x4.sub(inkR2, groundR);
    const v = f32x4.sub(inkG2, groundG);
    const w = f32x4.sub(inkB2, groundB);
    const none = f32x4.splat(0);
    const one = f32x4.splat(1);
    const along2 = dot(x, y, z, u, v, w);
    let dx = off(x, m, p, none, u);
    let dy = off(y, m, q, none, v);
    let dz = off(z, m, s, none, w);
    let least = dot(dx, dy, dz, dx, dy, dz);

    let n2 = clamp01(f32x4.div(along2, f32x4.splat(length2)));
    dx = off(x, none, p, n2, u);
    dy = off(y, none, q, n2, v);
    dz = off(z, none, s, n2, w);
    let residual = dot(dx, dy, dz, dx, dy, dz);
    let better = f32x4.lt(residual, least);
    least = v128.bitselect(residual, least, better);
    m = v128.bitselect(none, m, better);
    n = v128.bitselect(n2, n, better);

    const between = clamp01(
      f32x4.div(
        dot(
          f32x4.sub(x, p),
          f32x4.sub(y, q),
          f32x4.sub(z, s),
          f32x4.sub(u, p),
          f32x4.sub(v, q),
          f32x4.sub(w, s),
        ),
        f32x4.splat(length3),
      ),
    );
    n2 = between;
    let m2 = f32x4.sub(one, between);
    dx = off(x, m2, p, n2, u);
    dy = off(y, m2, q, n2, v);
    dz = off(z, m2, s, n2, w);
    residual = dot(dx, dy, dz, dx, dy, dz);
    better = f32x4.lt(residual, least);
    least = v128.bitselect(residual, least, better);
    m = v128.bitselect(m2, m, better);
    n = v128.bitselect(n2, n, better);

    if (hasTriangle) {
      const scale = f32x4.splat(<f32>1 / determinant);
      m2 = f32x4.mul(
        f32x4.sub(
          f32x4.mul(along1, f32x4.splat(length2)),
          f32x4.mul(along2, f32x4.splat(cross)),
        ),
        scale,
      );
      n2 = f32x4.mul(
        f32x4.sub(
          f32x4.mul(along2, f32x4.splat(length1)),
          f32x4.mul(along1, f32x4.splat(cross)),
        ),
        scale,
      );
      const inside = v128.and(
        v128.and(f32x4.ge(m2, none), f32x4.ge(n2, none)),
        f32x4.le(f32x4.add(m2, n2), one),
      );
      dx = off(x, m2, p, n2, u);
      dy = off(y, m2, q, n2, v);
      dz = off(z, m2, s, n2, w);
      residual = dot(dx, dy, dz, dx, dy, dz);
      better = v128.and(inside, f32x4.lt(residual, least));
      m = v128.bitselect(m2, m, better);
      n = v128.bitselect(n2, n, better);
    }
  }
  const alpha = f32x4.add(m, n);
  const share = v128.bitselect(
    f32x4.div(m, f32x4.pmax(alpha, f32x4.splat(1e-6))),
    f32x4.splat(1),
    f32x4.gt(alpha, f32x4.splat(0)),
  );
  const other = f32x4.sub(f32x4.splat(1), share);
  fittedR = f32x4.add(f32x4.mul(inkR1, share), f32x4.mul(inkR2, other));
  fittedG = f32x4.add(f32x4.mul(inkG1, share), f32x4.mul(inkG2, other));
  fittedB = f32x4.add(f32x4.mul(inkB1, share), f32x4.mul(inkB2, other));
  fittedA = alpha;
}
