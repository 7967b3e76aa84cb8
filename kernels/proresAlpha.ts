// Alpha of a slice. The reference is putAlpha in src/core/prores/slice.ts.

import { Bits } from './bits';

/** How many of the values from `at` on, before `end`, are `value`. */
// @ts-ignore: decorators are AssemblyScript's
@inline
function repeats(at: usize, end: usize, value: u8): i32 {
  const wanted = i8x16.splat(value);
  const from = at;
  for (; at < end; at += 16) {
    const same = i8x16.bitmask(i8x16.eq(v128.load(at), wanted));
    if (same != 0xffff) return min(<i32>(end - from), <i32>(at - from) + ctz(~same));
  }
  return <i32>(end - from);
}

/** @param count of values, each 0…255 */
export function putAlpha(bits: Bits, alpha: usize, count: i32, alphaBits: i32): void {
  const whole = 1 << alphaBits;
  const unit = alphaBits == 16 ? 257 : 1;
  const short = alphaBits == 16 ? 7 : 4;
  const most = 1 << (short - 1);
  const end = alpha + <usize>count;
  let before = whole - 1;
  while (alpha < end) {
    const level = load<u8>(alpha);
    const value = <i32>level * unit;
    const difference = (value - before) & (whole - 1);
    const signed = difference >= whole - most ? difference - whole : difference;
    const size = abs(signed);
    if (size == 0 || size > most) bits.put(whole | difference, alphaBits + 1);
    else bits.put((2 * (size - 1)) | (signed < 0 ? 1 : 0), short + 1);
    before = value;
    const run = repeats(++alpha, end, level);
    alpha += run;
    if (run == 0) {
      if (alpha < end) bits.put(1, 1);
    } else {
      bits.put(run, run < 16 ? 5 : 16);
    }
  }
}
