import {
  between,
  degrees,
  limitsOf,
  LIMITS,
  list,
  oneOf,
  orNull,
  shape,
  share,
  type ValueOf,
} from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property, type PropertyChannel } from './types';

/** How much is left at a share of a fade's way. */
const stop = shape({ at: share(), opacity: share() });
export type FadeStop = ValueOf<typeof stop>;

const DRIVEN = { angle: degrees(), shift: between(-2, 2) };

/** A gradient mask over the layer's box; `shift` moves all stops along, as a share of the way. */
const fadeField = shape({
  kind: oneOf(['linear', 'radial']),
  ...DRIVEN,
  stops: list(stop, LIMITS.stops, 1),
});
export type Fade = ValueOf<typeof fadeField>;

const channel = (
  name: keyof typeof DRIVEN,
  channelName: string,
  label: string,
): PropertyChannel<Fade | null> => ({
  name: channelName,
  label,
  ...limitsOf(DRIVEN[name]),
  read: (value) => value?.[name] ?? null,
  write: (value, number) => value && { ...value, [name]: number },
});

export const fade = property({
  name: 'fade',
  kinds: LAYER_KINDS,
  part: 'edges',
  schema: orNull(fadeField),
  first: () => null,
  split: 'whole',
  plain: null,
  hardened: () => null,
  channels: [
    channel('angle', 'fadeAngle', 'Fade angle'),
    channel('shift', 'fadeShift', 'Fade shift'),
  ],
});
