// Colours of artwork and backdrop round each cell of a picture. The reference, with the reasons, is
// src/core/matte/localColours.ts.

import {
  CELL,
  CLEAR,
  CLEAR_AT,
  GROUND_AT,
  LUMA_FROM_KEY_AT,
  REACH_AT,
  SOLID,
  SOLID_AT,
  SURE_AT,
  WEAK,
} from '../src/core/matte/keyLayout';
import { channel, largestOf, leastOf, numberAt, splatAt, sumOf } from './lanes';
import { yccSquare } from './yccSquare';

/** Cells one after the other: four numbers each for artwork and backdrop, then planes of one number each. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function cellsIn(width: i32, height: i32): i32 {
  return ((width + CELL - 1) / CELL) * ((height + CELL - 1) / CELL);
}

/** Addresses of the finest level's parts. */
// @ts-ignore
@inline
export function backdropAt(local: usize, width: i32, height: i32): usize {
  return local + (<usize>cellsIn(width, height) << 4);
}

// @ts-ignore
@inline
function leastAt(local: usize, width: i32, height: i32): usize {
  return local + (<usize>cellsIn(width, height) << 5);
}

// @ts-ignore
@inline
function mostAt(local: usize, width: i32, height: i32): usize {
  return leastAt(local, width, height) + (<usize>cellsIn(width, height) << 2);
}

// @ts-ignore
@inline
function spareAt(local: usize, width: i32, height: i32): usize {
  return mostAt(local, width, height) + (<usize>cellsIn(width, height) << 2);
}

// @ts-ignore
@inline
export function knownAt(local: usize, width: i32, height: i32): usize {
  return spareAt(local, width, height) + (<usize>cellsIn(width, height) << 2);
}

// @ts-ignore
@inline
function coarseAt(local: usize, width: i32, height: i32): usize {
  return (knownAt(local, width, height) + (<usize>cellsIn(width, height) << 2) + 15) & ~15;
}

/** Bytes that the cells of a picture take with all coarser levels. */
export function localBytes(width: i32, height: i32): i32 {
  let bytes = <i32>coarseAt(0, width, height);
  let across = (width + CELL - 1) / CELL;
  let down = (height + CELL - 1) / CELL;
  while (across > 1 || down > 1) {
    across = (across + 1) >> 1;
    down = (down + 1) >> 1;
    bytes += across * down * 32;
  }
  return bytes;
}

/**
 * Sums over the cells of rows `from`…`to` − 1; `from` is a multiple of the cell's size.
 * @param source address of the whole picture's RGBA
 * @param local address of `localBytes(width, height)` bytes
 */
export function gather(
  constants: usize,
  source: usize,
  width: i32,
  height: i32,
  from: i32,
  to: i32,
  local: usize,
): void {
  const across = (width + CELL - 1) / CELL;
  const backdrop = backdropAt(local, width, height);
  const leastPlane = leastAt(local, width, height);
  const mostPlane = mostAt(local, width, height);
  const kR = splatAt(constants, GROUND_AT);
  const kG = splatAt(constants, GROUND_AT + 1);
  const kB = splatAt(constants, GROUND_AT + 2);
  const lumaWeight = splatAt(constants, LUMA_FROM_KEY_AT);
  const sureFrom = splatAt(constants, SURE_AT);
  const reachTo = splatAt(constants, REACH_AT);
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  let upperBefore = none;
  let lowerBefore = none;
  for (let top = from; top < to; top += CELL) {
    const bottom = min(to, top + CELL);
    for (let column = 0; column < across; column++) {
      const left = column * CELL;
      // Lanes beyond the picture count for nothing.
      const inside = i32x4.lt_s(
        i32x4.add(i32x4.splat(left), i32x4(0, 1, 2, 3)),
        i32x4.splat(width),
      );
      const cell = <usize>((top / CELL) * across + column);
      const upper = v128.load(source + (<usize>(top * width + left) << 2));
      // Every other row tells enough.
      const second = min(top + 2, bottom - 1 - ((bottom - 1 - top) & 1));
      const lower = v128.load(source + (<usize>(second * width + left) << 2));
      // Backdrops are mostly flat, so a cell that equals the one before it has the same sums.
      const off = v128.or(v128.xor(upper, upperBefore), v128.xor(lower, lowerBefore));
      upperBefore = upper;
      lowerBefore = lower;
      if (column > 0 && left + CELL <= width && !v128.any_true(off)) {
        const from = cell - 1;
        v128.store(local + (cell << 4), v128.load(local + (from << 4)));
        v128.store(backdrop + (cell << 4), v128.load(backdrop + (from << 4)));
        store<f32>(leastPlane + (cell << 2), load<f32>(leastPlane + (from << 2)));
        store<f32>(mostPlane + (cell << 2), load<f32>(mostPlane + (from << 2)));
        continue;
      }
      let least = f32x4.splat(f32.MAX_VALUE);
      let most = none;
      let aR = none;
      let aG = none;
      let aB = none;
      let aCount = none;
      let bR = none;
      let bG = none;
      let bB = none;
      let bCount = none;
      for (let y = top; y <= second; y += 2) {
        const pixels = y == top ? upper : lower;
        const r = channel(pixels, 0);
        const g = channel(pixels, 8);
        const b = channel(pixels, 16);
        const far = yccSquare(f32x4.sub(r, kR), f32x4.sub(g, kG), f32x4.sub(b, kB), lumaWeight);
        least = f32x4.pmin(least, v128.bitselect(far, least, inside));
        most = f32x4.pmax(most, v128.and(far, inside));
        const sure = v128.and(f32x4.ge(far, sureFrom), inside);
        const near = v128.andnot(v128.and(f32x4.le(far, reachTo), inside), sure);
        aR = f32x4.add(aR, v128.and(r, sure));
        aG = f32x4.add(aG, v128.and(g, sure));
        aB = f32x4.add(aB, v128.and(b, sure));
        aCount = f32x4.add(aCount, v128.and(one, sure));
        bR = f32x4.add(bR, v128.and(r, near));
        bG = f32x4.add(bG, v128.and(g, near));
        bB = f32x4.add(bB, v128.and(b, near));
        bCount = f32x4.add(bCount, v128.and(one, near));
      }
      v128.store(local + (cell << 4), f32x4(sumOf(aR), sumOf(aG), sumOf(aB), sumOf(aCount)));
      v128.store(backdrop + (cell << 4), f32x4(sumOf(bR), sumOf(bG), sumOf(bB), sumOf(bCount)));
      store<f32>(leastPlane + (cell << 2), leastOf(least));
      store<f32>(mostPlane + (cell << 2), largestOf(most));
    }
  }
}

// @ts-ignore
@inline
function extreme(a: f32, b: f32, largest: bool): f32 {
  return largest ? max(a, b) : min(a, b);
}

// @ts-ignore
@inline
function extremes(a: v128, b: v128, largest: bool): v128 {
  return largest ? f32x4.pmax(a, b) : f32x4.pmin(a, b);
}

/** The least, or the largest, of each cell and those that surround it, in place. */
// @ts-ignore
@inline
function overNeighbours(plane: usize, spare: usize, across: i32, down: i32, largest: bool): void {
  const step = <usize>across << 2;
  for (let y = 0; y < down; y++) {
    const row = plane + <usize>y * step;
    const out = spare + <usize>y * step;
    for (let x = 0; x < across; x++) {
      const at = <usize>x << 2;
      if (x > 0 && x + 4 < across) {
        const beside = extremes(v128.load(row + at - 4), v128.load(row + at + 4), largest);
        v128.store(out + at, extremes(v128.load(row + at), beside, largest));
        x += 3;
        continue;
      }
      const value = load<f32>(row + at);
      const left = x > 0 ? load<f32>(row + at - 4) : value;
      const right = x < across - 1 ? load<f32>(row + at + 4) : value;
      store<f32>(out + at, extreme(value, extreme(left, right, largest), largest));
    }
  }
  for (let y = 0; y < down; y++) {
    const row = spare + <usize>y * step;
    const above = y > 0 ? row - step : row;
    const below = y < down - 1 ? row + step : row;
    const out = plane + <usize>y * step;
    for (let x = 0; x < across; x++) {
      const at = <usize>x << 2;
      if (x + 4 <= across) {
        const beside = extremes(v128.load(above + at), v128.load(below + at), largest);
        v128.store(out + at, extremes(v128.load(row + at), beside, largest));
        x += 3;
        continue;
      }
      const beside = extreme(load<f32>(above + at), load<f32>(below + at), largest);
      store<f32>(out + at, extreme(load<f32>(row + at), beside, largest));
    }
  }
}

/** Makes the sums of a cell its mean, premultiplied by what it counts. */
// @ts-ignore
@inline
function weigh(sums: usize, whole: bool, weak: f32): void {
  const colour = v128.load(sums);
  const count = f32x4.extract_lane(colour, 3);
  if (count == 0) return;
  const weight: f32 = whole ? 1 : (weak * count) / <f32>(CELL * CELL);
  v128.store(sums, f32x4.replace_lane(f32x4.mul(colour, f32x4.splat(weight / count)), 3, weight));
}

/** Sums over two by two cells, of a weight of 1 at most. */
function pull(fine: usize, across: i32, down: i32, coarse: usize): void {
  const half = (across + 1) >> 1;
  const one = f32x4.splat(1);
  for (let y = 0; y < down; y += 2) {
    const row = fine + (<usize>(y * across) << 4);
    const next = row + (<usize>across << 4);
    const both = y + 1 < down;
    for (let x = 0; x < across; x += 2) {
      const at = <usize>x << 4;
      let sum = v128.load(row + at);
      if (both) sum = f32x4.add(sum, v128.load(next + at));
      if (x + 1 < across) {
        sum = f32x4.add(sum, v128.load(row + at + 16));
        if (both) sum = f32x4.add(sum, v128.load(next + at + 16));
      }
      const weight = f32x4.splat(f32x4.extract_lane(sum, 3));
      const out = coarse + (<usize>((y >> 1) * half + (x >> 1)) << 4);
      v128.store(out, f32x4.div(sum, f32x4.pmax(one, weight)));
    }
  }
}

/** Fills what is open in fine cells from the coarse ones round them, in place. */
function push(fine: usize, across: i32, down: i32, coarse: usize): void {
  const half = (across + 1) >> 1;
  const deep = (down + 1) >> 1;
  const own = f32x4.splat(0.75);
  const other = f32x4.splat(0.25);
  for (let y = 0; y < down; y++) {
    const beside = min(deep - 1, max(0, (y >> 1) + ((y & 1) == 0 ? -1 : 1)));
    const near = coarse + (<usize>((y >> 1) * half) << 4);
    const far = coarse + (<usize>(beside * half) << 4);
    for (let x = 0; x < across; x++) {
      const at = fine + (<usize>(y * across + x) << 4);
      const colour = v128.load(at);
      const weight = f32x4.extract_lane(colour, 3);
      if (weight >= 1) continue;
      const left = <usize>(x >> 1) << 4;
      const right = <usize>min(half - 1, max(0, (x >> 1) + ((x & 1) == 0 ? -1 : 1))) << 4;
      const upper = f32x4.add(
        f32x4.mul(own, v128.load(near + left)),
        f32x4.mul(other, v128.load(near + right)),
      );
      const lower = f32x4.add(
        f32x4.mul(own, v128.load(far + left)),
        f32x4.mul(other, v128.load(far + right)),
      );
      const filled = f32x4.add(f32x4.mul(own, upper), f32x4.mul(other, lower));
      v128.store(at, f32x4.add(colour, f32x4.mul(f32x4.splat(1 - weight), filled)));
    }
  }
}

/** Spreads the colours of one level over all of it. */
function fill(colours: usize, across: i32, down: i32, coarse: usize, otherwise: v128): void {
  if (across == 1 && down == 1) {
    const colour = v128.load(colours);
    const weight = f32x4.extract_lane(colour, 3);
    v128.store(colours, weight > 0 ? f32x4.div(colour, f32x4.splat(weight)) : otherwise);
    return;
  }
  const half = (across + 1) >> 1;
  const deep = (down + 1) >> 1;
  pull(colours, across, down, coarse);
  fill(coarse, half, deep, coarse + (<usize>(half * deep) << 4), otherwise);
  push(colours, across, down, coarse);
}

/** Where no artwork is sure: grey, as far from the key as what counts as solid. */
function farFrom(constants: usize, ground: v128): v128 {
  const r = numberAt(constants, GROUND_AT);
  const g = numberAt(constants, GROUND_AT + 1);
  const b = numberAt(constants, GROUND_AT + 2);
  const grey: f32 = (r + g + b) * <f32>(1.0 / 3.0) < 128 ? 255 : 0;
  const off = f32x4.sub(f32x4.splat(grey), ground);
  const square = yccSquare(
    f32x4.splat(grey - r),
    f32x4.splat(grey - g),
    f32x4.splat(grey - b),
    splatAt(constants, LUMA_FROM_KEY_AT),
  );
  const share = f32x4.div(splatAt(constants, SOLID_AT), f32x4.sqrt(square));
  return f32x4.replace_lane(f32x4.add(ground, f32x4.mul(off, share)), 3, 1);
}

/** Spreads the colours that were gathered in all cells. */
export function spread(constants: usize, width: i32, height: i32, local: usize): void {
  const across = (width + CELL - 1) / CELL;
  const down = (height + CELL - 1) / CELL;
  const cells = across * down;
  const backdrop = backdropAt(local, width, height);
  const least = leastAt(local, width, height);
  const most = mostAt(local, width, height);
  const spare = spareAt(local, width, height);
  const known = knownAt(local, width, height);
  const coarse = coarseAt(local, width, height);
  overNeighbours(least, spare, across, down, false);
  overNeighbours(most, spare, across, down, true);
  const sure = numberAt(constants, SURE_AT);
  const reach = numberAt(constants, REACH_AT);
  const none = numberAt(constants, CLEAR_AT);
  for (let cell: usize = 0; cell < <usize>cells; cell++) {
    const nearest = load<f32>(least + (cell << 2));
    const farthest = load<f32>(most + (cell << 2));
    weigh(local + (cell << 4), nearest >= sure, <f32>WEAK);
    weigh(backdrop + (cell << 4), farthest <= reach, 0);
    store<i32>(known + (cell << 2), farthest <= none ? CLEAR : 0);
  }
  const ground = f32x4(
    numberAt(constants, GROUND_AT),
    numberAt(constants, GROUND_AT + 1),
    numberAt(constants, GROUND_AT + 2),
    1,
  );
  fill(local, across, down, coarse, farFrom(constants, ground));
  fill(backdrop, across, down, coarse, ground);
  for (let cell: usize = 0; cell < <usize>cells; cell++) {
    store<f32>(local + (cell << 4) + 12, load<f32>(least + (cell << 2)) >= sure ? 1 : 0);
  }
  overNeighbours(least, spare, across, down, false);
  for (let cell: usize = 0; cell < <usize>cells; cell++) {
    if (load<f32>(least + (cell << 2)) >= sure) store<i32>(known + (cell << 2), SOLID);
  }
}
