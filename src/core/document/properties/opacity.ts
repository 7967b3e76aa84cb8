import { share } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

/** The whole opacity of what is on show at all. */
export const solidly = (opacity: number): number => (opacity > 0 ? 1 : 0);

export const opacity = property({
  name: 'opacity',
  kinds: LAYER_KINDS,
  part: 'look',
  schema: share(),
  first: () => 1,
  split: 'whole',
  plain: 1,
  hardened: solidly,
  channels: [
    {
      name: 'opacity',
      label: 'Opacity',
      min: 0,
      max: 1,
      read: (value) => value,
      write: (_, number) => number,
    },
  ],
});
