import type { ChromaKey, KeySettings, MatteShape } from './layers';

export const PLAIN_MATTE: MatteShape = { cleanBlack: 0, cleanWhite: 1, choke: 0, feather: 0 };

export const DEFAULT_KEY: ChromaKey = {
  ...PLAIN_MATTE,
  kind: 'chroma',
  colour: '#00d040',
  tolerance: 0.06,
  softness: 0.7,
  spill: 1,
};

/** A key of some kind as it starts, with the colour and the matte of the one before. */
export function firstKey(kind: KeySettings['kind'], before: KeySettings | null): KeySettings {
  const { cleanBlack, cleanWhite, choke, feather } = before ?? PLAIN_MATTE;
  const matte = { cleanBlack, cleanWhite, choke, feather };
  const colour = before && 'colour' in before ? before.colour : DEFAULT_KEY.colour;
  switch (kind) {
    case 'chroma':
      return { ...DEFAULT_KEY, ...matte, colour };
    case 'luma':
      return { ...matte, kind, backdrop: 'black', from: 0.04, to: 0.3, edges: 'soft' };
    case 'light':
      return { ...matte, kind };
    case 'known colours':
      return { ...matte, kind, colour, inks: ['#ffffff'] };
  }
}
