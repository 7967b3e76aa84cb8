import { solid } from '../document/layers';
import { after, AMBER, at, canvas, move, NIGHT, PAPER, shape, withLayers, words } from './parts';
import type { Starter } from './types';

export const endCard: Starter = {
  name: 'end card',
  label: 'End card',
  make: (stamp) => {
    const base = canvas(stamp, 'End card', 8);
    const slot = (id: string, x: number, gap: number) =>
      shape(id, base, 'rectangle', x, 560, {
        name: id === 'left' ? 'Left picture' : 'Right picture',
        width: 720,
        height: 405,
        params: { radius: 24 },
        fill: solid(NIGHT, 0.85),
        border: { colour: AMBER, width: 6, side: 'inside' },
        moves: [
          move(`${id}-in`, 'unfold', 'arrive', after('thanks-in', gap), 0.5, {
            params: { edge: 1 },
          }),
          move(`${id}-out`, 'fade', 'leave', at(7.4), 0.5),
        ],
      });
    return withLayers(base, [
      slot('left', 520, -0.2),
      slot('right', 1400, 0.1),
      words('thanks', base, 'More from the hill', 960, 230, {
        font: 'kaushan-script',
        size: 130,
        fill: solid(PAPER),
        shadow: { colour: NIGHT, opacity: 0.7, dx: 0, dy: 6, blur: 22 },
        moves: [
          move('thanks-in', 'blur in', 'arrive', at(0.2), 0.5, {
            stagger: { over: 'words', gap: 6 },
          }),
          move('thanks-out', 'fade', 'leave', at(7.4), 0.5),
        ],
      }),
      words('call', base, 'new kite every Friday', 960, 900, {
        font: 'atkinson-hyperlegible-next',
        size: 54,
        fill: solid(AMBER),
        moves: [
          move('call-in', 'fade', 'arrive', after('right-in'), 0.4),
          move('call-out', 'fade', 'leave', at(7.4), 0.5),
        ],
      }),
    ]);
  },
};
