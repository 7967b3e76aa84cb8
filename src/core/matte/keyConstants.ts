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
  low: layout.LOW_AT,
  solid: layout.SOLID_AT,
  reach: layout.REACH_AT,
  sure: layout.SURE_AT,
  clear: layout.CLEAR_AT,
  lumaFromKey: layout.LUMA_FROM_KEY_AT,
  lumaBetween: layout.LUMA_BETWEEN_AT,
  spill: layout.SPILL_AT,
  channel: layout.CHANNEL_AT,
  weight: layout.WEIGHT_AT,
  black: layout.BLACK_AT,
  stretch: layout.STRETCH_AT,
  inks: layout.INKS_AT,
  inkCount: layout.INK_COUNT_AT,
  sharp: layout.SHARP_AT,
} as const;
export const { CONSTANTS } = layout;

export const MODE = {
  chroma: layout.CHROMA,
  luma: layout.LUMA,
  light: layout.LIGHT,
  'known colours': layout.KNOWN_COLOURS,
} as const;

/** Whether a key goes by the colours round each pixel; others have one rule for all pixels. */
export const isLocal = ({ kind }: KeySettings): boolean => kind === 'chroma' || kind === 'luma';

/** Whether alpha goes by the pixels beside each. */
export const hasSharpEdges = (key: KeySettings): boolean =>
  key.kind === 'luma' && key.edges === 'sharp';

/** A key colour with less chroma than this is a grey: every grey would be taken for it. */
const LEAST_CHROMA = 0.05;

const LEAST_RANGE = 0.004;

/** Shadows and folds change luma, so edges are told by chroma above all. */
const LUMA_BESIDE_CHROMA = 0.2;

/** Light over a coloured backdrop strays so many times as far as its noise, and at least by LEAST_REACH. */
const UNEVEN = 2;
export const LEAST_REACH = 0.05;

/** Up to which distance from a coloured key, as a share of its strength, all is taken for backdrop as it is lit. */
export const reachOf = (tolerance: number): number => Math.max(LEAST_REACH, UNEVEN * tolerance);

/** Share of the way from backdrop to solid from which on artwork is sure. */
const SURE = 0.97;

export function keyConstants(key: KeySettings): Float32Array {
  const constants = new Float32Array(CONSTANTS);
  constants[AT.sharp] = Number(hasSharpEdges(key));
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
      break;
    case 'known colours':
      setKnown(constants, key);
      break;
  }
  return constants;
}

function setChroma(constants: Float32Array, { colour, tolerance, softness, spill }: ChromaKey) {
  const ground = parseHex(colour);
  const magnitude = Math.max(LEAST_CHROMA, Math.hypot(...chroma(...ground)));
  constants.set(ground, AT.ground);
  setDistances(constants, tolerance, tolerance + softness, magnitude);
  constants[AT.reach] = (reachOf(tolerance) * magnitude) ** 2;
  constants[AT.lumaBetween] = LUMA_BESIDE_CHROMA;
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
  constants.fill(backdrop === 'black' ? 0 : 255, AT.ground, AT.ground + 3);
  setDistances(constants, from, to, 1);
  constants[AT.lumaFromKey] = constants[AT.lumaBetween] = 1;
}

function setKnown(constants: Float32Array, { colour, inks }: KnownColoursKey) {
  const known: readonly Rgb[] = inks.map(parseHex);
  constants.set(parseHex(colour), AT.ground);
  constants.set([...known[0], ...(known[1] ?? known[0])], AT.inks);
  constants[AT.inkCount] = known.length;
}

/** @param from,to shares of `whole` up to which all is backdrop, and from which on all is solid */
function setDistances(constants: Float32Array, from: number, to: number, whole: number): void {
  const solid = Math.max(from + LEAST_RANGE, to);
  const square = (share: number) => (share * whole) ** 2;
  constants[AT.low] = from * whole;
  constants[AT.solid] = solid * whole;
  constants[AT.reach] = square(from);
  constants[AT.sure] = square(from + SURE * (solid - from));
  constants[AT.clear] = square(from / 2);
}
