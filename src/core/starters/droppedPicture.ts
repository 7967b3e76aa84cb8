import { createFootageLayer } from '../document/create';
import { placeAt } from '../document/layers';
import type { Layer } from '../document/layers';
import { after, AMBER, at, canvas, LIFTED, move, PAPER, shape, withLayers } from './parts';
import type { Starter } from './types';

/** A picture falls in from above, hops, and goes; a star stands in until there is a picture. */
export const droppedPicture: Starter = {
  name: 'dropped picture',
  label: 'Dropped picture',
  make: (stamp, { still }) => {
    const base = canvas(stamp, 'Dropped picture', 5);
    const moves = [
      move('drop', 'drop', 'arrive', at(0.2), 1, { params: { height: 1100, bounces: 2 } }),
      move('hop', 'hop', 'stay', after('drop'), 1.2, { params: { times: 3, height: 70 } }),
      move('out', 'grow', 'leave', at(4.5), 0.4, { easing: 'ease in' }),
    ];
    const look = {
      border: { colour: PAPER, width: 14, side: 'outside' as const },
      shadow: LIFTED,
      moves,
    };
    const picture: Layer = still
      ? {
          ...createFootageLayer('picture', base, still),
          place: { ...placeAt(960, 560), scale: 0.55 },
          ...look,
        }
      : shape('picture', base, 'star', 960, 560, {
          name: 'Star',
          width: 420,
          height: 420,
          ...look,
          fill: { kind: 'colour', colour: AMBER, opacity: 1 },
        });
    return withLayers(base, [picture]);
  },
};
