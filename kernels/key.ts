// Keys pixels, four at a time. The reference, with the reasons, is
// src/core/matte/keyPixels.ts.

import {
  BLACK_AT,
  GROUND_AT,
  INK_COUNT_AT,
  INKS_AT,
  KNOWN_COLOURS,
  LEAST_ALPHA,
  MODE_AT,
  STRETCH_AT,
} from '../src/core/matte/keyLayout';
import { channel, clamp01, numberAt, splatAt } from './lanes';
import { packed } from './pack';

/**
 * Keys straight RGBA pixels by one rule for all of them, in place: light on black, or known colours.
 * @param constants address of the numbers of a key, as src/core/matte/keyLayout.ts lays them out
 * @param source address of 4 · `pixels` bytes, a multiple of 16
 */
export function key(constants: usize, source: usize, pixels: i32): void {
  const end = source + (<usize>pixels << 2);
  const kR = splatAt(constants, GROUND_AT);
  const kG = splatAt(constants, GROUND_AT + 1);
  const kB = splatAt(constants, GROUND_AT + 2);
  const black = splatAt(constants, BLACK_AT);
  const stretch = splatAt(constants, STRETCH_AT);
  const knows = <i32>numberAt(constants, MODE_AT) == KNOWN_COLOURS;
  if (knows) setInks(constants);
  const least = f32x4.splat(<f32>LEAST_ALPHA);
  let before = i64x2.splat(0);
  let known = false;
  let result = before;
  for (; source < end; source += 16) {
    const four = v128.load(source);
    // Artwork and backdrops are mostly flat, so four pixels that equal the four before reuse their result.
    if (!known || v128.any_true(v128.xor(four, before))) {
      known = true;
      before = four;
      const r = channel(four, 0);
      const g = channel(four, 8);
      const b = channel(four, 16);
      if (knows) fitKnown(r, g, b, kR, kG, kB);
      else fitLight(r, g, b);
      const cleaned = clamp01(f32x4.mul(f32x4.sub(fittedA, black), stretch));
      const a = f32x4.mul(channel(four, 24), cleaned);
      result = v128.and(packed(fittedR, fittedG, fittedB, a), f32x4.ge(fittedA, least));
    }
    v128.store(source, result);
  }
}

/** Straight colours and alpha of light on black into `fitted…`. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function fitLight(r: v128, g: v128, b: v128): void {
  fittedA = f32x4.mul(f32x4.pmax(f32x4.pmax(r, g), b), f32x4.splat(1.0 / 255.0));
  const straight = f32x4.div(f32x4.splat(1), f32x4.pmax(fittedA, f32x4.splat(<f32>LEAST_ALPHA)));
  fittedR = f32x4.mul(r, straight);
  fittedG = f32x4.mul(g, straight);
  fittedB = f32x4.mul(b, straight);
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
