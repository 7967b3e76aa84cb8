/** The kinds of layer there are. */
export const LAYER_KINDS = [
  'words',
  'shape',
  'picture',
  'clip',
  'group',
  'overlay',
  'ink',
] as const;
export type LayerKind = (typeof LAYER_KINDS)[number];

/** Drawn from outlines. */
export const OUTLINE_KINDS = ['words', 'shape'] as const;
/** Footage in a box. */
export const FOOTAGE_KINDS = ['picture', 'clip'] as const;
