import { SHAPE_KINDS } from '../../shapes';
import { between, numbers, oneOf } from '../fields';
import { path } from '../values/geometry';
import { FOOTAGE_KINDS } from '../../layerKinds';
import { property } from './types';

const length = between(1, 20_000);

/** Of the box the layer is drawn in, in layer pixels. */
export const width = property({
  name: 'width',
  kinds: ['shape', ...FOOTAGE_KINDS],
  part: 'content',
  schema: length,
  first: (canvas) => canvas.width,
  split: 'piece',
});

export const height = property({
  name: 'height',
  kinds: ['shape', ...FOOTAGE_KINDS],
  part: 'content',
  schema: length,
  first: (canvas) => canvas.height,
  split: 'piece',
});

export const shapeKindName = property({
  name: 'shape',
  kinds: ['shape'],
  part: 'content',
  schema: oneOf<string>(SHAPE_KINDS.map((entry) => entry.shape)),
  first: () => SHAPE_KINDS[0].shape,
  split: 'piece',
});

/** The numbers of its kind of shape; the layer's schema asks for those of the kind it has. */
export const params = property({
  name: 'params',
  kinds: ['shape'],
  part: 'content',
  schema: numbers([]),
  first: () =>
    Object.fromEntries(SHAPE_KINDS[0].params.map(({ name, initial }) => [name, initial])),
  split: 'piece',
});

/** For a free path: its points from the middle of the shape. */
export const points = property({
  name: 'points',
  kinds: ['shape'],
  part: 'content',
  schema: path,
  first: () => [],
  split: 'piece',
});
