import { flag, id, name as nameField, orNull } from '../fields';
import { LAYER_KINDS } from '../../layerKinds';
import { property } from './types';

export const layerId = property({
  name: 'id',
  kinds: LAYER_KINDS,
  part: 'identity',
  schema: id(),
  first: () => '',
  split: 'piece',
});

export const layerName = property({
  name: 'name',
  kinds: LAYER_KINDS,
  part: 'identity',
  schema: nameField(),
  first: () => '',
  split: 'both',
});

export const hidden = property({
  name: 'hidden',
  kinds: LAYER_KINDS,
  part: 'identity',
  schema: flag(),
  first: () => false,
  split: 'both',
});

export const locked = property({
  name: 'locked',
  kinds: LAYER_KINDS,
  part: 'identity',
  schema: flag(),
  first: () => false,
  split: 'piece',
});

/** The group it is in; null at the top. */
export const group = property({
  name: 'group',
  kinds: LAYER_KINDS,
  part: 'identity',
  schema: orNull(id()),
  first: () => null,
  split: 'group',
});
