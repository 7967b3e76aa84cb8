export function concat(...parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

export const ascii = (text: string): Uint8Array =>
  Uint8Array.from(text, (character) => character.charCodeAt(0));

/** Big-endian, as PNG and QuickTime have it. */
export function big(bytes: number, value: number): Uint8Array {
  const out = new Uint8Array(bytes);
  for (let i = bytes - 1, rest = value; i >= 0; i--, rest = Math.floor(rest / 256)) out[i] = rest;
  return out;
}

/** Little-endian, as RIFF has it. */
export const little = (bytes: number, value: number): Uint8Array => big(bytes, value).reverse();

export const readBig = (from: Uint8Array, at: number, bytes: number): number =>
  from.subarray(at, at + bytes).reduce((value, byte) => value * 256 + byte, 0);

export const readLittle = (from: Uint8Array, at: number, bytes: number): number =>
  from.slice(at, at + bytes).reduceRight((value, byte) => value * 256 + byte, 0);
