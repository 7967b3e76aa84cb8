import { solid } from '../document/layers';
import {
  AMBER,
  after,
  at,
  canvas,
  move,
  NIGHT,
  PAPER,
  RUST,
  shape,
  withLayers,
  words,
} from './parts';
import type { Starter } from './types';

export const badge: Starter = {
  name: 'badge',
  label: 'Badge',
  make: (stamp) => {
    const base = canvas(stamp, 'Badge', 5, { width: 400, height: 300 });
    return withLayers(base, [
      shape('disc', base, 'polygon', 200, 150, {
        name: 'Disc',
        width: 250,
        height: 250,
        params: { sides: 12 },
        fill: solid(RUST),
        border: { colour: AMBER, width: 8, side: 'inside' },
        shadow: { colour: NIGHT, opacity: 0.5, dx: 0, dy: 3, blur: 12 },
        moves: [
          move('disc-in', 'spin in', 'arrive', at(0.1), 0.7, { params: { turns: -0.5 } }),
          move('disc-out', 'grow', 'leave', at(4.5), 0.4, { easing: 'ease in' }),
        ],
      }),
      words('live', base, 'LIVE', 200, 128, {
        font: 'anton',
        size: 84,
        fill: solid(PAPER),
        moves: [
          move('live-in', 'fade', 'arrive', after('disc-in', -0.2), 0.3),
          move('live-throb', 'throb', 'stay', after('live-in'), 3.2, { params: { size: 106 } }),
          move('live-out', 'fade', 'leave', at(4.5), 0.3),
        ],
      }),
      words('where', base, 'from the hill', 200, 196, {
        font: 'caveat',
        size: 44,
        fill: solid(AMBER),
        moves: [
          move('where-in', 'fade', 'arrive', after('live-in', -0.1), 0.3),
          move('where-out', 'fade', 'leave', at(4.5), 0.3),
        ],
      }),
    ]);
  },
};
