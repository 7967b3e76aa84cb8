import type { ColourTable } from './cube';

/** What a film's red, green and blue stand for, where it is more than screens of BT.709 show. */
export type WideSpace = 'bt2020' | 'pq' | 'hlg';

type Rgb = readonly [number, number, number];

/** Nits of the brightest light that films of high dynamic range are made for, where they do not say. */
const PEAK = 1000;
/** Nits of white in such films (ITU-R BT.2408-7, 2.1), which become the white of ordinary ones. */
const WHITE = 203;

/** Points along a side of a table: greys and soft colours lie within two levels of the formula. */
const SIDE = 65;

/** A wide film's colours as ordinary ones, BT.709 and its primaries, as a table that ffmpeg reads too. */
export function sdrTable(space: WideSpace): ColourTable {
  const values = new Float32Array(SIDE ** 3 * 3);
  const share = (index: number) => index / (SIDE - 1);
  for (let b = 0, at = 0; b < SIDE; b++) {
    for (let g = 0; g < SIDE; g++) {
      for (let r = 0; r < SIDE; r++, at += 3) {
        values.set(toSdr([share(r), share(g), share(b)], space), at);
      }
    }
  }
  return { dimensions: 3, size: SIDE, min: [0, 0, 0], max: [1, 1, 1], values };
}

/**
 * A colour of a wide film as an ordinary one. Highlights are brought under white by the curve of ITU-R
 * BT.2390-11, 5.4.1, by the largest channel, so that hues stay; BT.2020's primaries become BT.709's (BT.2087-0).
 * @param rgb codes, 0…1
 * @returns codes, 0…1
 */
export function toSdr(rgb: Rgb, space: WideSpace): Rgb {
  const light = space === 'bt2020' ? map(rgb, (code) => code ** GAMMA) : dimmed(nitsOf(rgb, space));
  const [r, g, b] = light;
  const narrow: Rgb = [
    1.6605 * r - 0.5876 * g - 0.0728 * b,
    -0.1246 * r + 1.1329 * g - 0.0083 * b,
    -0.0182 * r - 0.1006 * g + 1.1187 * b,
  ];
  return map(narrow, (value) => Math.min(1, Math.max(0, value)) ** (1 / GAMMA));
}

/** What displays make of codes (ITU-R BT.1886-0). */
const GAMMA = 2.4;

const map = ([r, g, b]: Rgb, change: (value: number) => number): Rgb => [
  change(r),
  change(g),
  change(b),
];

const nitsOf = (rgb: Rgb, space: 'pq' | 'hlg'): Rgb =>
  space === 'pq' ? map(rgb, pqToNits) : hlgToNits(rgb);

/** Light under white: 0…1 of it. */
function dimmed(nits: Rgb): Rgb {
  const most = Math.max(...nits);
  if (most === 0) return nits;
  const factor = pqToNits(rolledOff(nitsToPq(most))) / most / WHITE;
  return map(nits, (value) => value * factor);
}

// SMPTE ST 2084:2014, 5.2 and 5.3.
const M1 = 2610 / 16_384;
const M2 = (2523 / 4096) * 128;
const C1 = 3424 / 4096;
const C2 = (2413 / 4096) * 32;
const C3 = (2392 / 4096) * 32;

function pqToNits(code: number): number {
  const root = code ** (1 / M2);
  return 10_000 * (Math.max(0, root - C1) / (C2 - C3 * root)) ** (1 / M1);
}

function nitsToPq(nits: number): number {
  const power = (nits / 10_000) ** M1;
  return ((C1 + C2 * power) / (1 + C3 * power)) ** M2;
}

const PEAK_CODE = nitsToPq(PEAK);
const WHITE_SHARE = nitsToPq(WHITE) / PEAK_CODE;
const KNEE = 1.5 * WHITE_SHARE - 0.5;

/** The Hermite spline of BT.2390 from the knee on, PQ codes to PQ codes; black stays black. */
function rolledOff(code: number): number {
  const share = Math.min(1, code / PEAK_CODE);
  if (share <= KNEE) return code;
  const t = (share - KNEE) / (1 - KNEE);
  const bent =
    (2 * t ** 3 - 3 * t ** 2 + 1) * KNEE +
    (t ** 3 - 2 * t ** 2 + t) * (1 - KNEE) +
    (-2 * t ** 3 + 3 * t ** 2) * WHITE_SHARE;
  return bent * PEAK_CODE;
}

/** ITU-R BT.2100-2, table 5: the curve undone, then what a display of 1000 nits makes of the scene. */
function hlgToNits(rgb: Rgb): Rgb {
  const scene = map(rgb, (code) =>
    code <= 0.5 ? code ** 2 / 3 : (Math.exp((code - 0.55991073) / 0.17883277) + 0.28466892) / 12,
  );
  const luminance = 0.2627 * scene[0] + 0.678 * scene[1] + 0.0593 * scene[2];
  const factor = PEAK * luminance ** 0.2;
  return map(scene, (value) => value * factor);
}
