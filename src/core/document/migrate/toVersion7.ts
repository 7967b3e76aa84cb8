import { each, isLoose, type Loose } from './loose';

/**
 * Version 7: moves are staggered and footage fills its box, by these names, and layers know for how long they have
 * been running when they come on show.
 */
export const toVersion7 = (document: Loose): Loose => ({
  ...document,
  version: 7,
  ...(document.layers === undefined ? {} : { layers: each(document.layers, migratedLayer) }),
});

function migratedLayer(layer: Loose): Loose {
  const next = { ...withFit(layer), preroll: 0 };
  return {
    ...next,
    ...(isLoose(layer.fill) ? { fill: withFit(layer.fill) } : {}),
    ...(layer.letters === undefined ? {} : { letters: each(layer.letters, migratedLetter) }),
    moves: each(layer.moves, ({ spread, ...move }) => ({ ...move, stagger: spread })),
  };
}

const migratedLetter = (letter: Loose): Loose =>
  isLoose(letter.fill) ? { ...letter, fill: withFit(letter.fill) } : letter;

const withFit = (entry: Loose): Loose => (entry.fit === 'pull' ? { ...entry, fit: 'fill' } : entry);
