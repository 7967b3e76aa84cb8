import { createSelector } from '@reduxjs/toolkit';
import type { Footage, Kit, Landing, Overlay } from '@/core/document';
import { bundleOf, sameBundle, type Bundle, type Library } from '@/core/document/bundle';
import type { Belonging, Editable } from './kit';
import type { RootState } from './store';

const documents = (state: RootState) => state.kit.documents;
const footageById = (state: RootState) => state.kit.footage;
const belongingsById = (state: RootState) => state.kit.belongings;

const newestFirst = <T extends { readonly created: number }>(entries: readonly T[]): readonly T[] =>
  [...entries].sort((a, b) => b.created - a.created);

const editables = createSelector([documents], (all) =>
  Object.values(all).map((history) => history.present),
);

export const selectOverlays = createSelector([editables], (all) =>
  newestFirst(all.filter((entry): entry is Overlay => entry.kind === 'overlay')),
);

export const selectLandings = createSelector([editables], (all) =>
  newestFirst(all.filter((entry): entry is Landing => entry.kind === 'landing')),
);

export const selectFootage = createSelector([footageById], (all) =>
  newestFirst(Object.values(all)),
);

/** The person's own of one kind, by name. */
const makeSelectBelongings = <K extends Belonging['kind']>(kind: K) =>
  createSelector([belongingsById], (all): readonly Extract<Belonging, { kind: K }>[] =>
    Object.values(all)
      .filter((entry): entry is Extract<Belonging, { kind: K }> => entry.kind === kind)
      .sort((a, b) => a.name.localeCompare(b.name)),
  );
export const selectFonts = makeSelectBelongings('font');
export const selectLuts = makeSelectBelongings('lut');
export const selectRecipes = makeSelectBelongings('recipe');

export const selectDocument = (state: RootState, id: string): Editable | undefined =>
  state.kit.documents[id]?.present;

export const selectOverlay = (state: RootState, id: string): Overlay | undefined => {
  const found = selectDocument(state, id);
  return found?.kind === 'overlay' ? found : undefined;
};

export const selectFootageById = (state: RootState, id: string): Footage | undefined =>
  state.kit.footage[id];

export const selectBelongingById = (state: RootState, id: string): Belonging | undefined =>
  state.kit.belongings[id];

export const selectCanUndo = (state: RootState, id: string): boolean =>
  (state.kit.documents[id]?.past.length ?? 0) > 0;

export const selectCanRedo = (state: RootState, id: string): boolean =>
  (state.kit.documents[id]?.future.length ?? 0) > 0;

/** The kit as it is saved. */
export const selectKit = createSelector(
  [
    (state: RootState) => state.kit.name,
    selectOverlays,
    selectLandings,
    selectFootage,
    selectFonts,
    selectLuts,
    selectRecipes,
  ],
  (name, overlays, landings, footage, fonts, luts, recipes): Kit => ({
    name,
    overlays,
    landings,
    footage,
    fonts,
    luts,
    recipes,
  }),
);

const library = createSelector(
  [selectOverlays, footageById, selectFonts, selectLuts],
  (overlays, footage, fonts, luts): Library => ({
    overlay: (id) => overlays.find((overlay) => overlay.id === id),
    footage: (id) => footage[id],
    font: (id) => fonts.find((font) => font.id === id),
    lut: (id) => luts.find((lut) => lut.id === id),
  }),
);

/** A document, which need not be of the kit, with all it uses of it. */
export const bundleIn = (state: RootState, document: Editable): Bundle =>
  bundleOf(document, library(state));

const SAME_BUNDLE = {
  memoizeOptions: {
    resultEqualityCheck: (a: Bundle | null, b: Bundle | null) =>
      a !== null && b !== null && sameBundle(a, b),
  },
  devModeChecks: { identityFunctionCheck: 'never' },
} as const;

/** A document with all it uses; the same object as long as none of it changes. */
export const makeSelectBundle = () =>
  createSelector(
    [(state: RootState, id: string) => selectDocument(state, id), library],
    (document, all): Bundle | null => (document ? bundleOf(document, all) : null),
    SAME_BUNDLE,
  );

/** The same for a document that need not be of the kit. */
export const makeSelectBundleOf = () =>
  createSelector(
    [(_state: RootState, document: Editable | null) => document, library],
    (document, all): Bundle | null => document && bundleOf(document, all),
    SAME_BUNDLE,
  );
