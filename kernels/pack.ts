/** 1.5 · 2²³: added to a float of less than 2²², it leaves the nearest whole number in its lowest bits. */
const MAGIC: f32 = 12582912;

// @ts-ignore
@inline
function whole(x: v128): v128 {
  return i32x4.sub(f32x4.add(x, f32x4.splat(MAGIC)), i32x4.splat(0x4b400000));
}

/** Four pixels from their channels, rounded to the nearest and cut off at 0 and 255. */
// @ts-ignore
@inline
export function packed(r: v128, g: v128, b: v128, a: v128): v128 {
  const rg = i16x8.narrow_i32x4_s(whole(r), whole(g));
  const ba = i16x8.narrow_i32x4_s(whole(b), whole(a));
  const bytes = i8x16.narrow_i16x8_u(rg, ba);
  return i8x16.shuffle(bytes, bytes, 0, 4, 8, 12, 1, 5, 9, 13, 2, 6, 10, 14, 3, 7, 11, 15);
}

/** The first one, two or three of four pixels: what lies beyond them belongs to another row. */
export function storeSome(to: usize, pixels: v128, count: i32): void {
  store<i32>(to, i32x4.extract_lane(pixels, 0));
  if (count > 1) store<i32>(to + 4, i32x4.extract_lane(pixels, 1));
  if (count > 2) store<i32>(to + 8, i32x4.extract_lane(pixels, 2));
}
