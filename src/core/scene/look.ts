import type { Effects } from '../document/layers';

/** Effects that change nothing. */
export const NEUTRAL: Effects = {
  lut: null,
  lutStrength: 1,
  blur: 0,
  brightness: 1,
  contrast: 1,
  saturation: 1,
  hue: 0,
  tint: '#4b2e73',
  tintStrength: 0,
};

export const isNeutral = (effects: Effects): boolean =>
  (effects.lut === null || effects.lutStrength === 0) &&
  effects.blur === 0 &&
  effects.brightness === 1 &&
  effects.contrast === 1 &&
  effects.saturation === 1 &&
  effects.hue === 0 &&
  effects.tintStrength === 0;
