import { createSelector } from '@reduxjs/toolkit';
import {
  bundleOf,
  type Bundle,
  type FontFile,
  type Footage,
  type Kit,
  type Landing,
  type Overlay,
} from '@/core/document';
import type { Editable } from './kit';
import type { RootState } from './store';

const documents = (state: RootState) => state.kit.documents;
const footageById = (state: RootState) => state.kit.footage;
const fontsById = (state: RootState) => state.kit.fonts;

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

export const selectFonts = createSelector([fontsById], (all): readonly FontFile[] =>
  Object.values(all).sort((a, b) => a.name.localeCompare(b.name)),
);

export const selectDocument = (state: RootState, id: string): Editable | undefined =>
  state.kit.documents[id]?.present;

export const selectOverlay = (state: RootState, id: string): Overlay | undefined => {
  const found = selectDocument(state, id);
  return found?.kind === 'overlay' ? found : undefined;
};

export const selectFootageById = (state: RootState, id: string): Footage | undefined =>
  state.kit.footage[id];

export const selectFontById = (state: RootState, id: string): FontFile | undefined =>
  state.kit.fonts[id];

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
  ],
  (name, overlays, landings, footage, fonts): Kit => ({
    name,
    overlays,
    landings,
    footage,
    fonts,
  }),
);

/** A document with all it uses; the same object as long as none of it changes. */
export const makeSelectBundle = () =>
  createSelector(
    [
      (state: RootState, id: string) => selectDocument(state, id),
      selectOverlays,
      footageById,
      fontsById,
    ],
    (document, overlays, footage, fonts): Bundle | null =>
      document
        ? bundleOf(document, {
            overlay: (id) => overlays.find((overlay) => overlay.id === id),
            footage: (id) => footage[id],
            font: (id) => fonts[id],
          })
        : null,
    { devModeChecks: { identityFunctionCheck: 'never' } },
  );
