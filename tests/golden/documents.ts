import {
  createMove,
  createOverlay,
  createWords,
  placeAt,
  solid,
  type Overlay,
  type Stroke,
  type WordsLayer,
} from '@/core/document';

import { inked, sessionStrokes } from './ink';

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

/** A pen session; written on over `length` frames from the first one, where there is one. */
function inkedTitle(
  id: string,
  session: string,
  width: number,
  style: Partial<Stroke>,
  length?: number,
): Overlay {
  const base = canvas(id);
  const moves = length ? [{ ...createMove('write', 'write on', 'arrive', 0, length) }] : [];
  const layer = inked(base, sessionStrokes(session, width, style), { moves, place: place(0) });
  return { ...base, layers: [layer] };
}

/**
 * Overlays whose frame 9 is kept as a golden picture: plain words, a border and a turn, and letters
 * in the middle of their moves, and pen sessions whole and half written.
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
        stagger: { over: 'letters', order: 'forward', gap: 1, seed: 1 },
      },
      {
        ...createMove('fade', 'fade', 'arrive', 0, 8),
        stagger: { over: 'letters', order: 'forward', gap: 1, seed: 1 },
      },
    ],
  }),
  inkedTitle('pen', 'hold-the-line', 560, { size: 9 }),
  inkedTitle('pen-half', 'hold-the-line', 560, { size: 9, colour: '#e9a23b' }, 18),
  inkedTitle('brush', 'gust-1', 210, { brush: 'brush', size: 12, sensed: false }),
  inkedTitle(
    'marker-filled',
    'kite',
    60,
    { size: 9, brush: 'marker', opacity: 0.7, fill: '#3f7d6b' },
    12,
  ),
];

/** The shadow's blur is the one thing the two canvases may round differently. */
export const SHADOWED: Overlay = titled('shadowed', 'Gust', {
  font: 'alfa-slab-one',
  shadow: { colour: '#231c35', opacity: 0.7, dx: 4, dy: 6, blur: 14 },
});
