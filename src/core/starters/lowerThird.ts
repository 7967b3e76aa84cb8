import { solid } from '../document/layers';
import {
  after,
  alongside,
  AMBER,
  at,
  canvas,
  move,
  PAPER,
  PLUM,
  shape,
  withLayers,
  words,
} from './parts';
import type { Starter } from './types';

export const lowerThird: Starter = {
  name: 'lower third',
  label: 'Lower third',
  make: (stamp) => {
    const base = canvas(stamp, 'Lower third', 6);
    return withLayers(base, [
      shape('band', base, 'rectangle', 620, 850, {
        name: 'Band',
        width: 960,
        height: 170,
        params: { radius: 20 },
        fill: solid(PLUM),
        moves: [
          move('band-in', 'unfold', 'arrive', at(0.2), 0.6),
          move('band-out', 'unfold', 'leave', at(5.3), 0.5, { easing: 'ease in' }),
        ],
      }),
      shape('stripe', base, 'line', 620, 928, {
        name: 'Stripe',
        width: 860,
        height: 8,
        fill: solid(AMBER),
        moves: [
          move('stripe-in', 'unfold', 'arrive', after('band-in', -0.2), 0.5),
          move('stripe-out', 'fade', 'leave', alongside('band-out'), 0.3),
        ],
      }),
      words('name', base, 'Fennel Hill Kites', 190, 822, {
        font: 'bricolage-grotesque',
        size: 76,
        align: 'left',
        fill: solid(PAPER),
        moves: [
          move('name-in', 'rise', 'arrive', after('band-in', -0.1), 0.5),
          move('name-out', 'fade', 'leave', alongside('band-out'), 0.3),
        ],
      }),
      words('what', base, 'sewn by hand, flown by wind', 192, 892, {
        font: 'atkinson-hyperlegible-next',
        size: 40,
        align: 'left',
        fill: solid(AMBER),
        moves: [
          move('what-in', 'fade', 'arrive', after('name-in', -0.2), 0.4),
          move('what-out', 'fade', 'leave', alongside('band-out'), 0.3),
        ],
      }),
    ]);
  },
};
