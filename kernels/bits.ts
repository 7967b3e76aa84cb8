// Bits written the highest first. The reference is src/core/prores/bitWriter.ts.

/** Where bits go on; lies in memory that is given to it. */
@unmanaged
export class Bits {
  /** Bits that are not written yet, the last of them lowest. */
  pending: u64;
  filled: i32;
  at: usize;

  /** Begins at an address. */
  // @ts-ignore: decorators are AssemblyScript's
  @inline
  begin(at: usize): void {
    this.pending = 0;
    this.filled = 0;
    this.at = at;
  }

  /** @param count 1…32 @param value less than 2 to the power of `count` */
  // @ts-ignore
  @inline
  put(value: u32, count: i32): void {
    const pending = (this.pending << count) | value;
    let filled = this.filled + count;
    if (filled >= 32) {
      filled -= 32;
      store<u32>(this.at, bswap<u32>(<u32>(pending >> filled)));
      this.at += 4;
    }
    this.pending = pending;
    this.filled = filled;
  }

  /** @param code of `tables.ts` */
  // @ts-ignore
  @inline
  putCoded(code: i32, value: i32): void {
    const both = coded(code, value);
    this.put(<u32>both, <i32>(both >> 32));
  }

  /** Fills the last byte with zeros. @returns the address after it */
  align(): usize {
    const bytes = (this.filled + 7) >> 3;
    const whole = <u32>(this.pending << (32 - this.filled));
    store<u32>(this.at, bswap<u32>(whole));
    this.begin(this.at + bytes);
    return this.at;
  }
}

/**
 * A number by a Rice code up to some prefix, by an exp-Golomb code beyond it.
 * @param code of `tables.ts`
 * @returns the bits, at most 25, and above the lower half how many they are
 */
// @ts-ignore
@inline
export function coded(code: i32, value: i32): u64 {
  const last = code >> 8;
  const rice = (code >> 4) & 15;
  const prefixes = (last + 1) << rice;
  if (value < prefixes) {
    const bits = (1 << rice) | (value & ((1 << rice) - 1));
    return (<u64>((value >> rice) + 1 + rice) << 32) | <u64>bits;
  }
  const exp = code & 15;
  const rest = value - prefixes + (1 << exp);
  const exponent = 31 - clz(rest);
  return (<u64>(exponent - exp + last + 1 + exponent + 1) << 32) | <u64>rest;
}
