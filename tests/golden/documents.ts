import {
  createMove,
  createOverlay,
  createWords,
  placeAt,
  solid,
  type Overlay,
  type WordsLayer,
} from '@/core/document';

const stamp = (id: string) => ({ id, created: 0 });
const canvas = (id: string): Overlay => ({
  ...createOverlay(stamp(id), id),
  width: 640,
  height: 200,
  length: 30,
});
const place = (rotation: number) => ({ ...placeAt(320, 100), rotation });

function titled(id: string, text: string, change: Partial<WordsLayer>): Overlay {
  const base = canvas(id);
  const layer = { ...createWords('words', base, text), size: 90, place: place(0), ...change };
  return { ...base, layers: [layer] };
}

/**
 * Overlays whose frame 9 is kept as a golden picture: plain words, a border and a turn, and letters
 * in the middle of their moves.
 */
export const GOLDEN_FRAME = 9;
export const GOLDEN: readonly Overlay[] = [
  titled('plain', 'Fennel Hill', { font: 'anton' }),
  titled('hand', 'hold the line', { font: 'caveat', fill: solid('#e9a23b') }),
  titled('turned', 'Southwest', {
    font: 'playfair-display',
    place: place(-7),
    border: { colour: '#4b2e73', width: 4, side: 'outside' },
  }),
  titled('moving', 'Rising wind', {
    font: 'baloo-2',
    moves: [
      {
        ...createMove('in', 'slide', 'arrive', 0, 8),
        spread: { over: 'letters', order: 'forward', gap: 1, seed: 1 },
      },
      {
        ...createMove('fade', 'fade', 'arrive', 0, 8),
        spread: { over: 'letters', order: 'forward', gap: 1, seed: 1 },
      },
    ],
  }),
];

/** The shadow's blur is the one thing the two canvases may round differently. */
export const SHADOWED: Overlay = titled('shadowed', 'Gust', {
  font: 'alfa-slab-one',
  shadow: { colour: '#231c35', opacity: 0.7, dx: 4, dy: 6, blur: 14 },
});
