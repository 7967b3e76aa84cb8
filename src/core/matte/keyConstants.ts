import { chroma, LUMA, parseHex, type Rgb } from '../colour';
import type { ChromaKey, KeySettings, KnownColoursKey, LumaKey } from '../document/layers';

/**
 * The numbers that the pixel loops need, worked out once a frame. They are kept in one array, so
 * that the compiled kernels read the very same ones: AT says which number is where.
 */
export const AT = {
  mode: 0,
  /** The backdrop's red, green and blue, 0…255. */
  ground: 1,
  /** Chroma of the key colour; for luma, distance = offset + slope · luma. */
  cb: 4,
  cr: 5,
  offset: 4,
  slope: 5,
  /** Alpha = (distance − low) · gain. */
  low: 6,
  gain: 7,
  spill: 8,
  /** 1 for each channel that makes the key's hue, one or two of them; 0 for the others. */
  channel: 9,
  /** The luma weight of these channels together. */
  weight: 12,
  /** Cleaned alpha = (alpha − black) · stretch. */
  black: 13,
  stretch: 14,
  inks: 15,
  inkCount: 21,
} as const;
export const CONSTANTS = 22;

export const MODE = { chroma: 0, luma: 1, light: 2, 'known colours': 3 } as const;

/** A key colour with less chroma than this is a grey: every grey would be taken for it. */
const LEAST_CHROMA = 0.05;

const LEAST_RANGE = 0.004;

export function keyConstants(key: KeySettings): Float32Array {
  const constants = new Float32Array(CONSTANTS);
  constants[AT.mode] = MODE[key.kind];
  constants[AT.black] = key.cleanBlack;
  constants[AT.stretch] = 1 / Math.max(LEAST_RANGE, key.cleanWhite - key.cleanBlack);
  switch (key.kind) {
    case 'chroma':
      setChroma(constants, key);
      break;
    case 'luma':
      setLuma(constants, key);
      break;
    case 'light':
      setRamp(constants, 0, 1);
      break;
    case 'known colours':
      setKnown(constants, key);
      break;
  }
  return constants;
}

function setChroma(constants: Float32Array, { colour, tolerance, softness, spill }: ChromaKey) {
  const ground = parseHex(colour);
  const [cb, cr] = chroma(...ground);
  const magnitude = Math.max(LEAST_CHROMA, Math.hypot(cb, cr));
  constants.set(ground, AT.ground);
  constants[AT.cb] = cb;
  constants[AT.cr] = cr;
  setRamp(constants, tolerance * magnitude, (tolerance + softness) * magnitude);
  constants[AT.spill] = spill;
  hueChannels(ground).forEach((on, channel) => {
    constants[AT.channel + channel] = on ? 1 : 0;
    if (on) constants[AT.weight] += [LUMA.r, LUMA.g, LUMA.b][channel];
  });
}

/** From this share of the way from its least to its largest channel on, a channel makes the hue too. */
const HUE_SHARE = 0.6;

/** Which channels make a colour's hue: green's is one, magenta has two. */
export function hueChannels(colour: Rgb): readonly boolean[] {
  const [least, most] = [Math.min(...colour), Math.max(...colour)];
  const on = colour.map((level) => level - least >= HUE_SHARE * (most - least));
  return most > least ? on : [false, false, false];
}

function setLuma(constants: Float32Array, { backdrop, from, to }: LumaKey) {
  const black = backdrop === 'black';
  constants.fill(black ? 0 : 255, AT.ground, AT.ground + 3);
  constants[AT.offset] = black ? 0 : 1;
  constants[AT.slope] = black ? 1 : -1;
  setRamp(constants, from, to);
}

function setKnown(constants: Float32Array, { colour, inks }: KnownColoursKey) {
  const known: readonly Rgb[] = inks.map(parseHex);
  constants.set(parseHex(colour), AT.ground);
  constants.set([...known[0], ...(known[1] ?? known[0])], AT.inks);
  constants[AT.inkCount] = known.length;
}

function setRamp(constants: Float32Array, low: number, high: number) {
  constants[AT.low] = low;
  constants[AT.gain] = 1 / Math.max(LEAST_RANGE, high - low);
}
