import type { Effects } from '../document/layers';

/** Whether effects change nothing. */
export const isNeutral = (effects: Effects): boolean =>
  (effects.lut === null || effects.lutStrength === 0) &&
  effects.blur === 0 &&
  effects.brightness === 1 &&
  effects.contrast === 1 &&
  effects.saturation === 1 &&
  effects.hue === 0 &&
  effects.tintStrength === 0;
