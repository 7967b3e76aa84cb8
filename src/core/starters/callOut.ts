import { solid } from '../document/layers';
import {
  after,
  alongside,
  AMBER,
  at,
  canvas,
  LIFTED,
  move,
  NIGHT,
  shape,
  withLayers,
  words,
} from './parts';
import type { Starter } from './types';

export const callOut: Starter = {
  name: 'call-out',
  label: 'Call-out',
  make: (stamp) => {
    const base = canvas(stamp, 'Call-out', 5);
    return withLayers(base, [
      shape('bubble', base, 'bubble', 760, 380, {
        name: 'Bubble',
        width: 640,
        height: 200,
        params: { radius: 60, tailX: 250, tailY: 210, tailWidth: 80 },
        fill: solid(NIGHT),
        shadow: LIFTED,
        moves: [
          move('bubble-in', 'grow', 'arrive', at(0.2), 0.5),
          move('bubble-out', 'grow', 'leave', at(4.5), 0.3, { easing: 'ease in' }),
        ],
      }),
      words('words', base, 'This seam first', 760, 382, {
        font: 'baloo-2',
        size: 80,
        fill: solid(AMBER),
        moves: [
          move('words-in', 'type on', 'arrive', after('bubble-in', -0.1), 0, {
            stagger: { gap: 1.5 },
          }),
          move('words-out', 'fade', 'leave', alongside('bubble-out'), 0.2),
        ],
      }),
    ]);
  },
};
