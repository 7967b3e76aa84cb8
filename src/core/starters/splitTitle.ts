import { solid } from '../document/layers';
import type { WordsLayer } from '../document/layers';
import { after, at, canvas, LIFTED, LICHEN, move, PAPER, shape, withLayers, words } from './parts';
import type { Starter } from './types';

/** Two halves of the same words, cut along a line that leans, slide together from both sides. */
export const splitTitle: Starter = {
  name: 'split title',
  label: 'Split title',
  make: (stamp) => {
    const base = canvas(stamp, 'Split title', 5);
    const half = (id: string, name: string, cut: number, side: number): WordsLayer => ({
      ...words(id, base, 'SOUTHWEST', 960, 520, {
        name,
        font: 'anton',
        size: 260,
        fill: solid(PAPER),
        moves: [
          move(`${id}-in`, 'slide', 'arrive', at(0.2), 0.8, {
            params: { angle: side, distance: 1400 },
          }),
          move(`${id}-out`, 'slide', 'leave', at(4.3), 0.6, {
            easing: 'ease in',
            params: { angle: side, distance: 1400 },
          }),
        ],
      }),
      piece: {
        of: 'title',
        box: { left: -560, top: -195, right: 560, bottom: 195 },
        cut: { x: 0, y: 0, angle: cut },
        before: '',
        after: '',
      },
    });
    return withLayers(base, [
      half('upper', 'Upper half', 176, 180),
      half('lower', 'Lower half', 356, 0),
      shape('rule', base, 'line', 960, 700, {
        name: 'Rule',
        width: 700,
        height: 10,
        fill: solid(LICHEN),
        shadow: LIFTED,
        moves: [
          move('rule-in', 'iris', 'arrive', after('upper-in', -0.1), 0.5),
          move('rule-out', 'fade', 'leave', at(4.3), 0.3),
        ],
      }),
    ]);
  },
};
