// Brings 4:2:0 chroma to full size along the edges of luma. The reference, with the reasons, is
// src/core/matte/repairChroma.ts. It works on any rows by themselves and gives the same bits as on all.

import {
  AFTER,
  BEFORE,
  EPSILON,
  INNER,
  LEAST_EXPLAINED,
  MOST_EXPLAINED,
  NEXT,
  NOISE,
  OUTER,
  OWN,
  RADIUS,
} from '../src/core/matte/chromaFit';
import { blackCode, lumaScale, uToB, uToG, vToG, vToR } from './matrix';
import { packed, storeSome } from './pack';

/** Samples beside each row, so that windows need no look at the border. */
const PAD: i32 = 4;

/** Samples a row of `half` of them takes with what lies beside it. */
// @ts-ignore
@inline
function rowOf(half: i32): i32 {
  return ((half + 3) & ~3) + 2 * PAD;
}

/** Rows of samples held at once: what the two windows and the enlargement reach. */
const SAMPLE_ROWS: i32 = 5;
const LINE_ROWS: i32 = 5;
const MEAN_ROWS: i32 = 5;

/** Chroma rows beside a row that its colours reach to. */
const REACH: i32 = 2;

/** Bytes of scratch memory that `repair` needs for one stripe. */
export function repairScratch(width: i32): i32 {
  // Samples of 3 planes, lines of 5, means of 4, and 8 rows for sums and enlargement.
  return rowOf((width + 1) >> 1) * 4 * (3 * SAMPLE_ROWS + 5 * LINE_ROWS + 4 * MEAN_ROWS + 8);
}

// @ts-ignore
@inline
function clampRow(row: i32, rows: i32): i32 {
  return min(rows - 1, max(0, row));
}

// @ts-ignore
@inline
function ring(row: i32, rows: i32): i32 {
  return ((row % rows) + rows) % rows;
}

/** Puts what is at a row's borders beside it. */
function padRow(row: usize, width: i32): void {
  const start = row + (<usize>PAD << 2);
  const last = start + (<usize>(width - 1) << 2);
  const end = row + (<usize>rowOf(width) << 2);
  v128.store(row, v128.load32_splat(start));
  const value = load<f32>(last);
  for (let at = last + 4; at < end; at += 4) store<f32>(at, value);
}

// @ts-ignore
@inline
function threeOf(row: usize, left: usize, middle: usize, right: usize): i32 {
  return <i32>load<u8>(row + left) + 2 * <i32>load<u8>(row + middle) + <i32>load<u8>(row + right);
}

/** Eight sums with weights 1 2 1 round every second byte. */
// @ts-ignore
@inline
function weighted(at: usize): v128 {
  const here = v128.load(at);
  const before = v128.load(at - 2);
  const low = i16x8.splat(255);
  return i16x8.add(
    i16x8.add(i16x8.shl(v128.and(here, low), 1), i16x8.shr_u(here, 8)),
    i16x8.shr_u(before, 8),
  );
}

/** Eight bytes as shares of full scale. */
// @ts-ignore
@inline
function storeShares(to: usize, from: usize): void {
  const eight = i16x8.extend_low_i8x16_u(v128.load64_zero(from));
  const scale = f32x4.splat(1.0 / 255.0);
  v128.store(to, f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(eight)), scale));
  v128.store(to + 16, f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(eight)), scale));
}

/** Luma at the chroma samples and both chromas of one half-size row, 0…1, one plane after another. */
function sampleRow(
  yPlane: usize,
  u: usize,
  v: usize,
  width: i32,
  height: i32,
  row: i32,
  out: usize,
  plane: usize,
): void {
  const half = (width + 1) >> 1;
  const top = yPlane + <usize>(2 * row * width);
  const bottom = yPlane + <usize>(min(2 * row + 1, height - 1) * width);
  const uRow = u + <usize>(row * half);
  const vRow = v + <usize>(row * half);
  const start = out + (<usize>PAD << 2);
  const last = half - 1;
  for (let x = 0; x < half; x++) {
    // Eight at a time, as long as all they need lies within the row.
    if (x > 0 && x + 8 <= last) {
      const at = start + (<usize>x << 2);
      const middle = <usize>(2 * x);
      const sum = i16x8.add(weighted(top + middle), weighted(bottom + middle));
      const scale = f32x4.splat(1.0 / (8.0 * 255.0));
      v128.store(at, f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(sum)), scale));
      v128.store(at + 16, f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_high_i16x8_u(sum)), scale));
      storeShares(at + plane, uRow + <usize>x);
      storeShares(at + 2 * plane, vRow + <usize>x);
      x += 7;
      continue;
    }
    const middle = <usize>(2 * x);
    const left = x > 0 ? middle - 1 : middle;
    const right = <i32>middle + 1 < width ? middle + 1 : middle;
    const sum =
      threeOf(top, left, middle, right) + threeOf(bottom, left, middle, right);
    const at = start + (<usize>x << 2);
    store<f32>(at, <f32>sum * <f32>(1.0 / (8.0 * 255.0)));
    store<f32>(at + plane, <f32>load<u8>(uRow + <usize>x) * <f32>(1.0 / 255.0));
    store<f32>(at + 2 * plane, <f32>load<u8>(vRow + <usize>x) * <f32>(1.0 / 255.0));
  }
  padRow(out, half);
  padRow(out + plane, half);
  padRow(out + 2 * plane, half);
}

// @ts-ignore
@inline
function across(row: usize): v128 {
  return f32x4.add(
    f32x4.add(
      f32x4.add(v128.load(row - 8), v128.load(row - 4)),
      f32x4.add(v128.load(row), v128.load(row + 4)),
    ),
    v128.load(row + 8),
  );
}

/** Lines (a and b for both chromas) of one row from the samples of five, and how far chroma follows them. */
function lineRow(samples: usize, plane: usize, width: i32, rowBytes: usize, row: i32, rows: i32, out: usize, outPlane: usize, sums: usize): void {
  const half = (width + 1) >> 1;
  const r0 = samples + <usize>ring(clampRow(row - 2, rows), SAMPLE_ROWS) * rowBytes;
  const r1 = samples + <usize>ring(clampRow(row - 1, rows), SAMPLE_ROWS) * rowBytes;
  const r2 = samples + <usize>ring(row, SAMPLE_ROWS) * rowBytes;
  const r3 = samples + <usize>ring(clampRow(row + 1, rows), SAMPLE_ROWS) * rowBytes;
  const r4 = samples + <usize>ring(clampRow(row + 2, rows), SAMPLE_ROWS) * rowBytes;
  for (let at: usize = 0; at < rowBytes; at += 16) {
    let y = v128.load(r0 + at);
    let u = v128.load(r0 + at + plane);
    let v = v128.load(r0 + at + 2 * plane);
    let sy = y;
    let su = u;
    let sv = v;
    let syy = f32x4.mul(y, y);
    let syu = f32x4.mul(y, u);
    let syv = f32x4.mul(y, v);
    let suu = f32x4.mul(u, u);
    let svv = f32x4.mul(v, v);
    for (let i = 1; i < 5; i++) {
      const r = i == 1 ? r1 : i == 2 ? r2 : i == 3 ? r3 : r4;
      y = v128.load(r + at);
      u = v128.load(r + at + plane);
      v = v128.load(r + at + 2 * plane);
      sy = f32x4.add(sy, y);
      su = f32x4.add(su, u);
      sv = f32x4.add(sv, v);
      syy = f32x4.add(syy, f32x4.mul(y, y));
      syu = f32x4.add(syu, f32x4.mul(y, u));
      syv = f32x4.add(syv, f32x4.mul(y, v));
      suu = f32x4.add(suu, f32x4.mul(u, u));
      svv = f32x4.add(svv, f32x4.mul(v, v));
    }
    v128.store(sums + at, sy);
    v128.store(sums + at + rowBytes, su);
    v128.store(sums + at + 2 * rowBytes, sv);
    v128.store(sums + at + 3 * rowBytes, syy);
    v128.store(sums + at + 4 * rowBytes, syu);
    v128.store(sums + at + 5 * rowBytes, syv);
    v128.store(sums + at + 6 * rowBytes, f32x4.add(suu, svv));
  }
  const share = f32x4.splat(1.0 / 25.0);
  const start = <usize>PAD << 2;
  const end = start + (<usize>half << 2);
  for (let at = start; at < end; at += 16) {
    const here = sums + at;
    const my = f32x4.mul(across(here), share);
    const mu = f32x4.mul(across(here + rowBytes), share);
    const mv = f32x4.mul(across(here + 2 * rowBytes), share);
    const variance = f32x4.add(
      f32x4.sub(f32x4.mul(across(here + 3 * rowBytes), share), f32x4.mul(my, my)),
      f32x4.splat(<f32>EPSILON),
    );
    const cu = f32x4.sub(f32x4.mul(across(here + 4 * rowBytes), share), f32x4.mul(my, mu));
    const cv = f32x4.sub(f32x4.mul(across(here + 5 * rowBytes), share), f32x4.mul(my, mv));
    const au = f32x4.div(cu, variance);
    const av = f32x4.div(cv, variance);
    const squares = f32x4.mul(across(here + 6 * rowBytes), share);
    const spread = f32x4.sub(squares, f32x4.add(f32x4.mul(mu, mu), f32x4.mul(mv, mv)));
    const explained = f32x4.add(f32x4.mul(au, cu), f32x4.mul(av, cv));
    const noise = f32x4.splat(<f32>NOISE);
    const part = f32x4.div(f32x4.add(explained, noise), f32x4.add(spread, noise));
    const over = f32x4.mul(
      f32x4.sub(part, f32x4.splat(<f32>LEAST_EXPLAINED)),
      f32x4.splat(<f32>(1.0 / (MOST_EXPLAINED - LEAST_EXPLAINED))),
    );
    const to = out + at;
    v128.store(to, au);
    v128.store(to + outPlane, f32x4.sub(mu, f32x4.mul(au, my)));
    v128.store(to + 2 * outPlane, av);
    v128.store(to + 3 * outPlane, f32x4.sub(mv, f32x4.mul(av, my)));
    v128.store(to + 4 * outPlane, f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), over)));
  }
  for (let p: usize = 0; p < 5; p++) padRow(out + p * outPlane, half);
}

/** The mean of the lines of five rows, over five columns; where chroma does not follow them, through its very samples. */
function meanRow(
  samples: usize,
  samplePlane: usize,
  lines: usize,
  plane: usize,
  width: i32,
  rowBytes: usize,
  row: i32,
  rows: i32,
  out: usize,
  outPlane: usize,
  sums: usize,
): void {
  const half = (width + 1) >> 1;
  const start = <usize>PAD << 2;
  const end = start + (<usize>half << 2);
  const share = f32x4.splat(1.0 / 25.0);
  const r0 = lines + <usize>ring(clampRow(row - 2, rows), LINE_ROWS) * rowBytes;
  const r1 = lines + <usize>ring(clampRow(row - 1, rows), LINE_ROWS) * rowBytes;
  const r2 = lines + <usize>ring(row, LINE_ROWS) * rowBytes;
  const r3 = lines + <usize>ring(clampRow(row + 1, rows), LINE_ROWS) * rowBytes;
  const r4 = lines + <usize>ring(clampRow(row + 2, rows), LINE_ROWS) * rowBytes;
  for (let p: usize = 0; p < 4; p++) {
    const shift = p * plane;
    for (let at: usize = 0; at < rowBytes; at += 16) {
      const here = at + shift;
      v128.store(
        sums + at,
        f32x4.add(
          f32x4.add(
            f32x4.add(v128.load(r0 + here), v128.load(r1 + here)),
            f32x4.add(v128.load(r2 + here), v128.load(r3 + here)),
          ),
          v128.load(r4 + here),
        ),
      );
    }
    const to = out + p * outPlane;
    for (let at = start; at < end; at += 16) {
      v128.store(to + at, f32x4.mul(across(sums + at), share));
    }
  }
  const sample = samples + <usize>ring(row, SAMPLE_ROWS) * rowBytes;
  throughSamples(sample, samplePlane, r2 + 4 * plane, out, outPlane, start, end);
  for (let p: usize = 0; p < 4; p++) padRow(out + p * outPlane, half);
}

/** Shifts lines to what is left of the samples, as far as chroma does not follow luma. */
function throughSamples(
  sample: usize,
  samplePlane: usize,
  follows: usize,
  means: usize,
  plane: usize,
  start: usize,
  end: usize,
): void {
  for (let at = start; at < end; at += 16) {
    const luma = v128.load(sample + at);
    const share = v128.load(follows + at);
    for (let chroma: usize = 0; chroma < 2; chroma++) {
      const slope = v128.load(means + 2 * chroma * plane + at);
      const to = means + (2 * chroma + 1) * plane + at;
      const own = v128.load(sample + (chroma + 1) * samplePlane + at);
      const left = f32x4.sub(own, f32x4.mul(slope, luma));
      v128.store(to, f32x4.add(left, f32x4.mul(share, f32x4.sub(v128.load(to), left))));
    }
  }
}

/**
 * One full-size row of colours from its luma and the lines of the chroma rows round it.
 * @param before,own,after,next rows of lines in the direction in which it lies from its own one
 */
function colourRow(
  yRow: usize,
  width: i32,
  rowBytes: usize,
  before: usize,
  own: usize,
  after: usize,
  next: usize,
  plane: usize,
  out: usize,
  sums: usize,
): void {
  for (let p: usize = 0; p < 4; p++) {
    const shift = p * plane;
    // Offsets of lines are counted in codes from here on.
    const factor: f32 = (p & 1) == 1 ? 255 : 1;
    betweenRows(
      before + shift,
      own + shift,
      after + shift,
      next + shift,
      rowBytes,
      sums + p * rowBytes,
      factor,
      (p & 1) == 1 ? -128 : 0,
    );
  }
  const black = blackCode;
  const scale = lumaScale;
  const mVR = vToR;
  const mUG = uToG;
  const mVG = vToG;
  const mUB = uToB;
  let from = sums + (<usize>PAD << 2);
  for (let x = 0; x < width; x += 8, from += 16) {
    const codes = i16x8.extend_low_i8x16_u(v128.load64_zero(yRow + <usize>x));
    const au = v128.load(from);
    const bu = v128.load(from + rowBytes);
    const av = v128.load(from + 2 * rowBytes);
    const bv = v128.load(from + 3 * rowBytes);
    const auNext = halfway(from);
    const buNext = halfway(from + rowBytes);
    const avNext = halfway(from + 2 * rowBytes);
    const bvNext = halfway(from + 3 * rowBytes);
    for (let part = 0; part < 2; part++) {
      const column = x + 4 * part;
      if (column >= width) break;
      const low = part == 0;
      const y = f32x4.convert_i32x4_s(
        low ? i32x4.extend_low_i16x8_u(codes) : i32x4.extend_high_i16x8_u(codes),
      );
      const du = f32x4.add(
        f32x4.mul(low ? lowPairs(au, auNext) : highPairs(au, auNext), y),
        low ? lowPairs(bu, buNext) : highPairs(bu, buNext),
      );
      const dv = f32x4.add(
        f32x4.mul(low ? lowPairs(av, avNext) : highPairs(av, avNext), y),
        low ? lowPairs(bv, bvNext) : highPairs(bv, bvNext),
      );
      const luma = f32x4.mul(f32x4.sub(y, black), scale);
      const pixels = packed(
        f32x4.add(luma, f32x4.mul(mVR, dv)),
        f32x4.add(luma, f32x4.add(f32x4.mul(mUG, du), f32x4.mul(mVG, dv))),
        f32x4.add(luma, f32x4.mul(mUB, du)),
        f32x4.splat(255),
      );
      const to = out + (<usize>column << 2);
      if (column + 4 <= width) v128.store(to, pixels);
      else storeSome(to, pixels, width - column);
    }
  }
}

/** Chroma lies on the even columns; this is what lies between each of four samples and the one after it. */
// @ts-ignore
@inline
function halfway(samples: usize): v128 {
  const inner = f32x4.add(v128.load(samples), v128.load(samples + 4));
  const outer = f32x4.add(v128.load(samples - 4), v128.load(samples + 8));
  return f32x4.add(
    f32x4.mul(inner, f32x4.splat(<f32>INNER)),
    f32x4.mul(outer, f32x4.splat(<f32>OUTER)),
  );
}

/** The row that lies a quarter of the way from its own chroma row to the one after it, scaled and shifted. */
// @ts-ignore
@inline
function betweenRows(
  before: usize,
  own: usize,
  after: usize,
  next: usize,
  rowBytes: usize,
  out: usize,
  factor: f32,
  shift: f32,
): void {
  const w0 = f32x4.splat(<f32>BEFORE * factor);
  const w1 = f32x4.splat(<f32>OWN * factor);
  const w2 = f32x4.splat(<f32>AFTER * factor);
  const w3 = f32x4.splat(<f32>NEXT * factor);
  for (let at: usize = 0; at < rowBytes; at += 16) {
    const inner = f32x4.add(
      f32x4.mul(v128.load(own + at), w1),
      f32x4.mul(v128.load(after + at), w2),
    );
    const outer = f32x4.add(
      f32x4.mul(v128.load(before + at), w0),
      f32x4.mul(v128.load(next + at), w3),
    );
    v128.store(out + at, f32x4.add(f32x4.add(inner, outer), f32x4.splat(shift)));
  }
}

// @ts-ignore
@inline
function lowPairs(a: v128, b: v128): v128 {
  return i32x4.shuffle(a, b, 0, 4, 1, 5);
}

// @ts-ignore
@inline
function highPairs(a: v128, b: v128): v128 {
  return i32x4.shuffle(a, b, 2, 6, 3, 7);
}

/** Whether two rows hold the same bytes; `bytes` is a multiple of 16. */
function sameRow(a: usize, b: usize, bytes: usize): bool {
  for (let at: usize = 0; at < bytes; at += 16) {
    if (v128.any_true(v128.xor(v128.load(a + at), v128.load(b + at)))) return false;
  }
  return true;
}

/** The same for some planes that lie one after the other. */
function samePlanes(a: usize, b: usize, bytes: usize, plane: usize, planes: usize): bool {
  for (let p: usize = 0; p < planes; p++) {
    if (!sameRow(a + p * plane, b + p * plane, bytes)) return false;
  }
  return true;
}

function copyPlanes(to: usize, from: usize, bytes: usize, plane: usize, planes: usize): void {
  for (let p: usize = 0; p < planes; p++) memory.copy(to + p * plane, from + p * plane, bytes);
}

/** Whether two luma rows of any width are the same. */
function sameLuma(a: usize, b: usize, width: i32): bool {
  const whole = <usize>(width & ~15);
  if (!sameRow(a, b, whole)) return false;
  for (let at = whole; at < <usize>width; at++) {
    if (load<u8>(a + at) != load<u8>(b + at)) return false;
  }
  return true;
}

/**
 * Rows `from`…`to` − 1 of a frame as RGBA; `from` is even. Much of an overlay's frame is flat: rows
 * whose surroundings are those of the row before are copied from it, which gives the same bits.
 * @param y,u,v addresses of the planes, without padding
 * @param out address of the whole picture's RGBA
 * @param scratch address of `repairScratch(width)` bytes
 */
export function repair(
  y: usize,
  u: usize,
  v: usize,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
  out: usize,
  scratch: usize,
): void {
  const rows = (height + 1) >> 1;
  const rowBytes = <usize>rowOf((width + 1) >> 1) << 2;
  const samplePlane = rowBytes * SAMPLE_ROWS;
  const linePlane = rowBytes * LINE_ROWS;
  const meanPlane = rowBytes * MEAN_ROWS;
  const samples = scratch;
  const lines = samples + 3 * samplePlane;
  const means = lines + 5 * linePlane;
  const sums = means + 4 * meanPlane;
  const first = from >> 1;
  const last = (to + 1) >> 1;
  let sampled = max(0, first - REACH - 2 * RADIUS);
  let lined = max(0, first - REACH - RADIUS);
  let averaged = max(0, first - REACH);
  const firstSampled = sampled;
  const firstLined = lined;
  const firstAveraged = averaged;
  // How many rows in a row are like the one before them; before the first there is none.
  let sampleRun = 0;
  let lineRun = 0;
  let meanRun = 0;
  for (let row = first; row < last; row++) {
    const wanted = clampRow(row + REACH, rows);
    for (; averaged <= wanted; averaged++) {
      const needed = clampRow(averaged + RADIUS, rows);
      for (; lined <= needed; lined++) {
        const read = clampRow(lined + RADIUS, rows);
        for (; sampled <= read; sampled++) {
          const sample = samples + <usize>ring(sampled, SAMPLE_ROWS) * rowBytes;
          const above = samples + <usize>ring(sampled - 1, SAMPLE_ROWS) * rowBytes;
          sampleRow(y, u, v, width, height, sampled, sample, samplePlane);
          const known = sampled > firstSampled;
          sampleRun = known && samePlanes(sample, above, rowBytes, samplePlane, 3) ? sampleRun + 1 : 0;
        }
        const line = lines + <usize>ring(lined, LINE_ROWS) * rowBytes;
        const above = lines + <usize>ring(lined - 1, LINE_ROWS) * rowBytes;
        if (lined > firstLined && sampleRun > 2 * RADIUS && lined + RADIUS < rows) {
          copyPlanes(line, above, rowBytes, linePlane, 5);
          lineRun++;
        } else {
          lineRow(samples, samplePlane, width, rowBytes, lined, rows, line, linePlane, sums);
          const known = lined > firstLined;
          lineRun = known && samePlanes(line, above, rowBytes, linePlane, 5) ? lineRun + 1 : 0;
        }
      }
      const mean = means + <usize>ring(averaged, MEAN_ROWS) * rowBytes;
      const above = means + <usize>ring(averaged - 1, MEAN_ROWS) * rowBytes;
      const alike = lineRun > 2 * RADIUS && sampleRun >= sampled - averaged;
      if (averaged > firstAveraged && alike && averaged + RADIUS < rows) {
        copyPlanes(mean, above, rowBytes, meanPlane, 4);
        meanRun++;
      } else {
        meanRow(
          samples,
          samplePlane,
          lines,
          linePlane,
          width,
          rowBytes,
          averaged,
          rows,
          mean,
          meanPlane,
          sums,
        );
        const known = averaged > firstAveraged;
        meanRun = known && samePlanes(mean, above, rowBytes, meanPlane, 4) ? meanRun + 1 : 0;
      }
    }
    const own = meanAt(means, row, rows, rowBytes);
    const settled = meanRun > 2 * REACH && row > first && row + REACH < rows;
    for (let side = 0; side < 2; side++) {
      const fullRow = 2 * row + side;
      if (fullRow >= to) break;
      // An even row lies a quarter above its chroma row, an odd one a quarter below.
      const step = side == 0 ? -1 : 1;
      const luma = y + <usize>(fullRow * width);
      const target = out + (<usize>(fullRow * width) << 2);
      if (settled && sameLuma(luma, luma - 2 * <usize>width, width)) {
        memory.copy(target, target - (<usize>width << 3), <usize>width << 2);
      } else {
        const before = meanAt(means, row - step, rows, rowBytes);
        const after = meanAt(means, row + step, rows, rowBytes);
        const next = meanAt(means, row + 2 * step, rows, rowBytes);
        colourRow(luma, width, rowBytes, before, own, after, next, meanPlane, target, sums);
      }
    }
  }
}

// @ts-ignore
@inline
function meanAt(means: usize, row: i32, rows: i32, rowBytes: usize): usize {
  return means + <usize>ring(clampRow(row, rows), MEAN_ROWS) * rowBytes;
}
