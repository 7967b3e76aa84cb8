import { solid } from '../document/layers';
import { canvas, withLayers, words } from './parts';
import type { Starter } from './types';

/** Faint, still, and there all the time, so that it can lie over a video of any length. */
export const watermark: Starter = {
  name: 'watermark',
  label: 'Watermark',
  make: (stamp) => {
    const base = canvas(stamp, 'Watermark', 2);
    return withLayers(base, [
      words('mark', base, 'fennel hill kites', 1640, 1010, {
        name: 'Mark',
        font: 'righteous',
        size: 44,
        fill: solid('#ffffff'),
        opacity: 0.35,
        shadow: { colour: '#000000', opacity: 0.6, dx: 0, dy: 1, blur: 6 },
      }),
    ]);
  },
};
