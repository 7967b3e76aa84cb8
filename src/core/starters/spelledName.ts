import { solid } from '../document/layers';
import { AMBER, at, canvas, LIFTED, move, PAPER, RUST, withLayers, words } from './parts';
import type { Starter } from './types';

/** Each letter comes in its own way; the move of a letter is its own. */
export const spelledName: Starter = {
  name: 'spelled name',
  label: 'Spelled name',
  make: (stamp) => {
    const base = canvas(stamp, 'Spelled name', 5);
    const ways = ['drop', 'spin in', 'rise', 'grow', 'slide', 'unfold'];
    const colours = [PAPER, AMBER, RUST];
    const text = 'FENNEL';
    return withLayers(base, [
      words('name', base, text, 960, 540, {
        font: 'alfa-slab-one',
        size: 240,
        letterSpacing: 6,
        shadow: LIFTED,
        letters: ways.map((_, index) => ({
          index,
          fill: solid(colours[index % colours.length]),
          border: null,
          scale: 1,
          dx: 0,
          dy: index % 2 === 0 ? -6 : 6,
          rotation: index % 2 === 0 ? -3 : 3,
          delay: 0,
        })),
        moves: [
          ...ways.map((kind, letter) => ({
            ...move(`letter-${letter}`, kind, 'arrive', at(0.2 + letter * 0.25), 0.6),
            letter,
          })),
          move('name-out', 'fade', 'leave', at(4.5), 0.4),
        ],
      }),
    ]);
  },
};
