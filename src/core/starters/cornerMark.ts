import { solid } from '../document/layers';
import { after, AMBER, at, canvas, LIFTED, move, shape, withLayers, words } from './parts';
import type { Starter } from './types';

export const cornerMark: Starter = {
  name: 'corner mark',
  label: 'Corner mark',
  make: (stamp) => {
    const base = canvas(stamp, 'Corner mark', 6);
    return withLayers(base, [
      shape('kite', base, 'polygon', 1610, 930, {
        name: 'Kite',
        width: 64,
        height: 92,
        params: { sides: 4 },
        fill: solid(AMBER),
        shadow: LIFTED,
        moves: [
          move('kite-in', 'slide', 'arrive', at(0.3), 0.8, {
            params: { angle: 315, distance: 420 },
          }),
          move('kite-sway', 'sway', 'stay', after('kite-in'), 4.4, {
            params: { turn: 8, pivot: 1 },
          }),
          move('kite-out', 'fade', 'leave', at(5.5), 0.4),
        ],
      }),
      words('name', base, 'fennel hill', 1660, 934, {
        font: 'caveat',
        size: 56,
        align: 'left',
        shadow: LIFTED,
        moves: [
          move('name-in', 'wipe', 'arrive', after('kite-in', -0.3), 0.7),
          move('name-out', 'fade', 'leave', at(5.5), 0.4),
        ],
      }),
    ]);
  },
};
