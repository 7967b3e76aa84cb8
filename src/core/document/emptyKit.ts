import type { Kit } from './types';

/** A kit as it starts. In a file of its own, so that a first visit can begin without the rest of the documents' code. */
export const EMPTY_KIT: Kit = {
  name: 'My kit',
  overlays: [],
  landings: [],
  footage: [],
  fonts: [],
  luts: [],
  recipes: [],
};
