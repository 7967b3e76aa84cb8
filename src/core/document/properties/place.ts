import { between, degrees, flag, limitsOf, pixels, shape, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property, type PropertyChannel } from './types';

const scale = between(0, 1000);
const stretch = between(0.01, 100);

/** Degrees are clockwise, positions are document pixels from the top left corner. */
const layerPlace = shape({
  x: pixels(),
  y: pixels(),
  scale,
  rotation: degrees(),
  /** Width's scale as a multiple of the height's: 1 keeps the shape. */
  stretch,
  /** The point in layer pixels that lies at x, y and about which it is scaled and turned. */
  anchorX: pixels(),
  anchorY: pixels(),
  /** Mirrored left to right, and top to bottom. */
  flipX: flag(),
  flipY: flag(),
});
export type LayerPlace = ValueOf<typeof layerPlace>;
export type Place = Pick<LayerPlace, 'x' | 'y' | 'scale' | 'rotation'>;

const FIELDS = { x: pixels(), y: pixels(), scale, stretch, rotation: degrees() };

const channel = (name: keyof typeof FIELDS, label: string): PropertyChannel<LayerPlace> => ({
  name,
  label,
  ...limitsOf(FIELDS[name]),
  read: (value) => value[name],
  write: (value, number) => ({ ...value, [name]: number }),
});

/** A place in the pixels of the canvas, its anchor at the layer's own origin. */
export const placeAt = (x: number, y: number): LayerPlace => ({
  x,
  y,
  scale: 1,
  rotation: 0,
  stretch: 1,
  anchorX: 0,
  anchorY: 0,
  flipX: false,
  flipY: false,
});

export const place = property({
  name: 'place',
  kinds: LAYER_KINDS,
  part: 'place',
  schema: layerPlace,
  first: ({ width, height }) => placeAt(width / 2, height / 2),
  split: 'piece',
  channels: [
    channel('x', 'Across'),
    channel('y', 'Down'),
    channel('scale', 'Scale'),
    channel('stretch', 'Width against height'),
    channel('rotation', 'Rotation'),
  ],
});
