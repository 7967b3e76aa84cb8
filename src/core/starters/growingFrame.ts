import { createFootageLayer } from '../document/create';
import { placeAt, solid } from '../document/layers';
import type { Layer } from '../document/layers';
import { at, canvas, LIFTED, LICHEN, move, PAPER, shape, withLayers } from './parts';
import type { Starter } from './types';

/** A clip in a frame that spins while it grows; a plain card until the kit has a clip. */
export const growingFrame: Starter = {
  name: 'growing frame',
  label: 'Growing frame',
  make: (stamp, { video }) => {
    const base = canvas(stamp, 'Growing frame', 6);
    const moves = [
      move('in', 'fade', 'arrive', at(0), 0.3),
      move('spin', 'spin', 'stay', at(0), 3, { params: { turns: 2 }, easing: 'ease out' }),
      move('grow', 'grow over time', 'stay', at(0), 5, { params: { from: 25, to: 100 } }),
      move('out', 'fade', 'leave', at(5.5), 0.4),
    ];
    const look = {
      border: { colour: PAPER, width: 12, side: 'outside' as const },
      shadow: LIFTED,
      moves,
    };
    const frame: Layer = video
      ? {
          ...createFootageLayer('frame', base, video),
          name: 'Frame',
          width: 1280,
          height: 720,
          place: placeAt(960, 540),
          ...look,
        }
      : shape('frame', base, 'rectangle', 960, 540, {
          name: 'Frame',
          width: 1280,
          height: 720,
          fill: solid(LICHEN),
          ...look,
        });
    return withLayers(base, [frame]);
  },
};
