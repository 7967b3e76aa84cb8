import { ascii, big, concat } from '../bytes';

/** Fixed point with 16 bits behind the point. */
const fixed = (...values: readonly number[]): Uint8Array =>
  concat(...values.map((value) => big(4, Math.round(value * 65536) & 0xffffffff)));

/** The white of the profile's connection space, CIE D50. */
const D50 = [0.9642, 1, 0.8249] as const;

/** sRGB's primaries (IEC 61966-2-1), adapted to D50 by Bradford's matrix, as ICC.1 asks. */
const PRIMARIES = {
  rXYZ: [0.43607, 0.22249, 0.01392],
  gXYZ: [0.38515, 0.71687, 0.09708],
  bXYZ: [0.14307, 0.06061, 0.7141],
} as const;

/** Bradford's matrix from D65 to D50, row by row. */
const ADAPTED = [
  ...[1.047886, 0.022919, -0.050216],
  ...[0.029582, 0.990484, -0.017079],
  ...[-0.009252, 0.015073, 0.751678],
];

/** Y = (aX + b)^g from d on, and cX below: g, a, b, c, d of IEC 61966-2-1. */
const CURVE = [2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045];

const xyz = (values: readonly number[]): Uint8Array =>
  concat(ascii('XYZ '), big(4, 0), fixed(...values));

/** One text, in American English, as UTF-16. */
const text = (words: string): Uint8Array =>
  concat(
    ...[ascii('mluc'), big(4, 0), big(4, 1), big(4, 12), ascii('enUS')],
    ...[big(4, words.length * 2), big(4, 28)],
    ...Array.from(words, (letter) => big(2, letter.charCodeAt(0))),
  );

const TAGS: readonly (readonly [string, Uint8Array])[] = [
  ['desc', text('sRGB')],
  ['cprt', text('No copyright')],
  ['wtpt', xyz(D50)],
  ['chad', concat(ascii('sf32'), big(4, 0), fixed(...ADAPTED))],
  ...Object.entries(PRIMARIES).map(([tag, values]) => [tag, xyz(values)] as const),
  ...['rTRC', 'gTRC', 'bTRC'].map(
    (tag) =>
      [tag, concat(ascii('para'), big(4, 0), big(2, 3), big(2, 0), fixed(...CURVE))] as const,
  ),
];

const HEAD = 128;

const aligned = (length: number): number => Math.ceil(length / 4) * 4;

function profile(): Uint8Array {
  let at = HEAD + 4 + TAGS.length * 12;
  const table = TAGS.map(([tag, { length }]) => {
    const entry = concat(ascii(tag), big(4, at), big(4, length));
    at += aligned(length);
    return entry;
  });
  const data = TAGS.map(([, bytes]) =>
    concat(bytes, new Uint8Array(aligned(bytes.length) - bytes.length)),
  );
  return concat(
    ...[big(4, at), big(4, 0), Uint8Array.of(4, 0x30, 0, 0), ascii('mntrRGB XYZ ')],
    // A day of its own, so that the same bytes are written every day.
    ...[2026, 1, 1, 0, 0, 0].map((part) => big(2, part)),
    ...[ascii('acsp'), big(24, 0), big(4, 0), fixed(...D50), big(48, 0)],
    ...[big(4, TAGS.length), ...table, ...data],
  );
}

/** What says that colours are those of sRGB, in formats that have no word for it: a display profile of ICC.1:2010. */
export const srgbProfile: Uint8Array = profile();
