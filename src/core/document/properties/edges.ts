import { between, limitsOf, shape, share, type Field, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property, type PropertyChannel } from './types';

export const SIDES = ['left', 'top', 'right', 'bottom'] as const;
export type Side = (typeof SIDES)[number];
export type Sides = Readonly<Record<Side, number>>;

const cropSide = share();
const featherSide = between(0, 10_000);
const radius = between(0, 20_000);
const sides = (field: Field<number>) =>
  shape({ left: field, top: field, right: field, bottom: field });

/** `crop` is shares of the layer's box; `feather` and `radius` are layer pixels. */
const edgesField = shape({ crop: sides(cropSide), feather: sides(featherSide), radius });
export type Edges = ValueOf<typeof edgesField>;

const NO_SIDES: Sides = { left: 0, top: 0, right: 0, bottom: 0 };

export const NO_EDGES: Edges = { crop: NO_SIDES, feather: NO_SIDES, radius: 0 };

const upper = (word: string): string => word[0].toUpperCase() + word.slice(1);

const onSide = (
  edge: 'crop' | 'feather',
  side: Side,
  field: Field<number>,
): PropertyChannel<Edges> => ({
  name: `${edge}${upper(side)}`,
  label: `${upper(edge)} ${side}`,
  ...limitsOf(field),
  read: (value) => value[edge][side],
  write: (value, number) => ({ ...value, [edge]: { ...value[edge], [side]: number } }),
});

export const edges = property({
  name: 'edges',
  kinds: LAYER_KINDS,
  part: 'edges',
  schema: edgesField,
  first: () => NO_EDGES,
  split: 'whole',
  plain: NO_EDGES,
  hardened: (value) => ({ ...value, feather: NO_SIDES }),
  channels: [
    ...SIDES.map((side) => onSide('crop', side, cropSide)),
    ...SIDES.map((side) => onSide('feather', side, featherSide)),
    {
      name: 'radius',
      label: 'Corner radius',
      ...limitsOf(radius),
      read: (value) => value.radius,
      write: (value, number) => ({ ...value, radius: number }),
    },
  ],
});
