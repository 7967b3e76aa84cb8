import { between, byKind, colour, list, oneOf, orNull, share, type ValueOf } from '../fields';
import { FOOTAGE_KINDS } from '../../layerKinds';
import { property } from './types';

/** What is done to a matte once it is found. */
const matteFields = {
  /** Alpha up to this becomes 0. */
  cleanBlack: share(),
  /** Alpha from this on becomes 1. */
  cleanWhite: share(),
  /** How many pixels of the picture edges are drawn in; negative lets them grow. */
  choke: between(-100, 100),
  /** Standard deviation of the blur over edges, in pixels of the picture. */
  feather: between(0, 200),
};

/** How a picture is freed of its backdrop. */
const keyField = byKind({
  /** Takes out one colour; tolerance and softness are chroma distances as a share of its own chroma. */
  chroma: {
    ...matteFields,
    colour: colour(),
    tolerance: share(),
    softness: between(0, 2),
    spill: share(),
  },
  /** Takes out black or white: what lies within `from` of it is clear, what lies beyond `to` is not. */
  luma: {
    ...matteFields,
    backdrop: oneOf(['black', 'white']),
    from: share(),
    to: share(),
    /** Of sharp ones alpha is told by the pixels beside each; soft ones are smoke, glows and what is out of focus. */
    edges: oneOf(['soft', 'sharp']),
  },
  /** Art of light on black, such as glows: as clear as it is dark. */
  light: matteFields,
  /** Artwork of one or two known colours on a known backdrop: nearly exact when they are true. */
  'known colours': { ...matteFields, colour: colour(), inks: list(colour(), 2, 1) },
});
export type KeySettings = ValueOf<typeof keyField>;
export type MatteShape = Pick<KeySettings, keyof typeof matteFields>;
export type ChromaKey = Extract<KeySettings, { kind: 'chroma' }>;
export type LumaKey = Extract<KeySettings, { kind: 'luma' }>;
export type KnownColoursKey = Extract<KeySettings, { kind: 'known colours' }>;

export const key = property({
  name: 'key',
  kinds: FOOTAGE_KINDS,
  part: 'look',
  schema: orNull(keyField),
  first: () => null,
  split: 'piece',
  plain: null,
});
