import { between, colour, id, limitsOf, orNull, shape, share, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property, type PropertyChannel } from './types';

const DRIVEN = {
  blur: between(0, 1000),
  brightness: between(0, 10),
  contrast: between(0, 10),
  saturation: between(0, 10),
  hue: between(-360, 360),
  tintStrength: share(),
};

/**
 * Factors are 1 and the others 0 where nothing is changed. `blur` is a standard deviation, `hue`
 * degrees, `lut` the id of a table of colours that changes them first, by a share.
 */
const effectsField = shape({ lut: orNull(id()), lutStrength: share(), tint: colour(), ...DRIVEN });
export type Effects = ValueOf<typeof effectsField>;

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

const channel = (name: keyof typeof DRIVEN, label: string): PropertyChannel<Effects> => ({
  name,
  label,
  ...limitsOf(DRIVEN[name]),
  read: (value) => value[name],
  write: (value, number) => ({ ...value, [name]: number }),
});

export const effects = property({
  name: 'effects',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: effectsField,
  first: () => NEUTRAL,
  split: 'whole',
  plain: NEUTRAL,
  hardened: (value) => ({ ...value, blur: 0 }),
  channels: [
    channel('blur', 'Blur'),
    channel('brightness', 'Brightness'),
    channel('contrast', 'Contrast'),
    channel('saturation', 'Saturation'),
    channel('hue', 'Hue'),
    channel('tintStrength', 'Tint strength'),
  ],
});
