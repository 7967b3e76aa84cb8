// Four numbers at a time.

// @ts-ignore: decorators are AssemblyScript's
@inline
export function splatAt(constants: usize, index: i32): v128 {
  return v128.load32_splat(constants + (<usize>index << 2));
}

// @ts-ignore
@inline
export function numberAt(constants: usize, index: i32): f32 {
  return load<f32>(constants + (<usize>index << 2));
}

// @ts-ignore
@inline
export function clamp01(x: v128): v128 {
  return f32x4.pmin(f32x4.pmax(x, f32x4.splat(0)), f32x4.splat(1));
}

/** One channel of four pixels. */
// @ts-ignore
@inline
export function channel(pixels: v128, shift: i32): v128 {
  return f32x4.convert_i32x4_s(v128.and(i32x4.shr_u(pixels, shift), i32x4.splat(255)));
}

// @ts-ignore
@inline
export function sumOf(x: v128): f32 {
  const pairs = f32x4.add(x, i32x4.shuffle(x, x, 2, 3, 0, 1));
  return f32x4.extract_lane(pairs, 0) + f32x4.extract_lane(pairs, 1);
}

// @ts-ignore
@inline
export function leastOf(x: v128): f32 {
  const pairs = f32x4.pmin(x, i32x4.shuffle(x, x, 2, 3, 0, 1));
  return min(f32x4.extract_lane(pairs, 0), f32x4.extract_lane(pairs, 1));
}

// @ts-ignore
@inline
export function largestOf(x: v128): f32 {
  const pairs = f32x4.pmax(x, i32x4.shuffle(x, x, 2, 3, 0, 1));
  return max(f32x4.extract_lane(pairs, 0), f32x4.extract_lane(pairs, 1));
}
