/** Bits, the highest first, with room that grows. */
export class BitWriter {
  private bytes = new Uint8Array(4096);
  private length = 0;
  /** Bits that do not fill a byte yet. */
  private pending = 0;
  private filled = 0;

  /** @param count 1…40 @param value less than 2 to the power of `count` */
  put(value: number, count: number): void {
    this.pending = this.pending * 2 ** count + value;
    this.filled += count;
    while (this.filled >= 8) {
      this.filled -= 8;
      const unit = 2 ** this.filled;
      this.push(Math.floor(this.pending / unit));
      this.pending %= unit;
    }
  }

  /**
   * A number by a Rice code up to some prefix, by an exp-Golomb code beyond it (RDD 36, 7.1.1.1).
   * @param code of `tables.ts`
   */
  putCoded(code: number, value: number): void {
    const [last, rice, exp] = [code >> 8, (code >> 4) & 15, code & 15];
    const prefixes = (last + 1) << rice;
    if (value < prefixes) {
      const zeros = value >> rice;
      this.put((1 << rice) | (value & ((1 << rice) - 1)), zeros + 1 + rice);
      return;
    }
    const rest = value - prefixes + (1 << exp);
    const exponent = 31 - Math.clz32(rest);
    this.put(rest, exponent - exp + last + 1 + exponent + 1);
  }

  /** Fills the last byte with zeros. @returns bytes so far */
  align(): number {
    if (this.filled > 0) this.put(0, 8 - this.filled);
    return this.length;
  }

  /** Everything, after `align`. */
  written(): Uint8Array {
    return this.bytes.subarray(0, this.length);
  }

  private push(byte: number): void {
    if (this.length === this.bytes.length) {
      const larger = new Uint8Array(2 * this.length);
      larger.set(this.bytes);
      this.bytes = larger;
    }
    this.bytes[this.length++] = byte;
  }
}
