import { solid } from '../document/layers';
import { after, AMBER, at, canvas, frames, LIFTED, move, PAPER, withLayers, words } from './parts';
import type { Starter } from './types';

export const counter: Starter = {
  name: 'counter',
  label: 'Counter',
  make: (stamp) => {
    const base = canvas(stamp, 'Counter', 5);
    return withLayers(base, [
      words('number', base, '# kites', 960, 500, {
        name: 'Number',
        font: 'jetbrains-mono',
        size: 220,
        fill: solid(PAPER),
        shadow: LIFTED,
        counter: {
          from: 0,
          to: 240,
          decimals: 0,
          start: frames(0.6),
          length: frames(2.4),
          easing: 'ease out',
        },
        moves: [
          move('number-in', 'fade', 'arrive', at(0.2), 0.4),
          move('number-jolt', 'jolt', 'stay', at(3), 0.14),
          move('number-out', 'fade', 'leave', at(4.5), 0.4),
        ],
      }),
      words('what', base, 'sewn this year', 960, 680, {
        font: 'caveat',
        size: 110,
        fill: solid(AMBER),
        shadow: LIFTED,
        moves: [
          move('what-in', 'wipe', 'arrive', after('number-in', 0.2), 0.8),
          move('what-out', 'fade', 'leave', at(4.5), 0.4),
        ],
      }),
    ]);
  },
};
