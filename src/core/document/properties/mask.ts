import { flag, id, oneOf, orNull, shape, type ValueOf } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

/** Shows the layer only where another one is; that one is then no picture of its own. */
const maskField = shape({ layer: id(), by: oneOf(['alpha', 'luma']), inverted: flag() });
export type LayerMask = ValueOf<typeof maskField>;

export const mask = property({
  name: 'mask',
  kinds: LAYER_KINDS,
  part: 'content',
  schema: orNull(maskField),
  first: () => null,
  split: 'group',
  plain: null,
});
