import { chroma, LUMA, parseHex, type Rgb } from '../colour';
import type { ChromaKey, KeySettings, KnownColoursKey, LumaKey } from '../document/layers';
import * as layout from './keyLayout';

/**
 * The numbers that the pixel loops need, worked out once a frame. They are kept in one array, so
 * that the compiled kernels read the very same ones: AT says which number is where.
 */
export const AT = {
  mode: layout.MODE_AT,
  ground: layout.GROUND_AT,
  cb: layout.CB_AT,
  cr: layout.CR_AT,
  offset: layout.OFFSET_AT,
  slope: layout.SLOPE_AT,
  low: layout.LOW_AT,
  gain: layout.GAIN_AT,
  spill: layout.SPILL_AT,
  channel: layout.CHANNEL_AT,
  weight: layout.WEIGHT_AT,
  black: layout.BLACK_AT,
  stretch: layout.STRETCH_AT,
  inks: layout.INKS_AT,
  inkCount: layout.INK_COUNT_AT,
} as const;
export const { CONSTANTS } = layout;

export const MODE = {
  chroma: layout.CHROMA,
  luma: layout.LUMA,
  light: layout.LIGHT,
  'known colours': layout.KNOWN_COLOURS,
} as const;

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

/** A channel makes the hue when it lies in the upper part of the range from the least to the largest one. */
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
