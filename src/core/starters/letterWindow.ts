import { WHOLE_CLIP } from '../document/layers';
import type { Fill } from '../document/layers';
import { AMBER, at, canvas, LIFTED, move, PLUM, RUST, withLayers, words } from './parts';
import type { Starter } from './types';

const DUSK: Fill = {
  kind: 'gradient',
  gradient: {
    kind: 'linear',
    angle: 90,
    stops: [
      { at: 0, colour: AMBER, opacity: 1 },
      { at: 0.6, colour: RUST, opacity: 1 },
      { at: 1, colour: PLUM, opacity: 1 },
    ],
  },
  opacity: 1,
};

/** Footage seen through big words; a sky's gradient where the kit has no footage yet. */
export const letterWindow: Starter = {
  name: 'letter window',
  label: 'Letter window',
  make: (stamp, { video, still }) => {
    const base = canvas(stamp, 'Letter window', 5);
    const source = video ?? still;
    return withLayers(base, [
      words('window', base, 'WIND', 960, 540, {
        font: 'alfa-slab-one',
        size: 480,
        fill: source
          ? {
              kind: 'footage',
              footage: source.id,
              fit: 'cover',
              pinned: true,
              time: WHOLE_CLIP,
              opacity: 1,
            }
          : DUSK,
        shadow: LIFTED,
        moves: [
          move('window-in', 'rise', 'arrive', at(0.2), 0.7, {
            stagger: { over: 'letters', gap: 3 },
          }),
          move('window-out', 'fade', 'leave', at(4.4), 0.5),
        ],
      }),
    ]);
  },
};
