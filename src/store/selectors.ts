import { createSelector } from '@reduxjs/toolkit';
import type { CheckState } from '@/core/check';
import {
  bundleOf,
  type Bundle,
  type Footage,
  type Kit,
  type Landing,
  type Overlay,
  type Resource,
} from '@/core/document';
import type { Editable } from './kit';
import type { RootState } from './store';

const documents = (state: RootState) => state.kit.documents;
const footageById = (state: RootState) => state.kit.footage;
const resourcesById = (state: RootState) => state.kit.resources;

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
const makeSelectResources = <K extends Resource['kind']>(kind: K) =>
  createSelector([resourcesById], (all): readonly Extract<Resource, { kind: K }>[] =>
    Object.values(all)
      .filter((entry): entry is Extract<Resource, { kind: K }> => entry.kind === kind)
      .sort((a, b) => a.name.localeCompare(b.name)),
  );
export const selectFonts = makeSelectResources('font');
export const selectLuts = makeSelectResources('lut');

export const selectDocument = (state: RootState, id: string): Editable | undefined =>
  state.kit.documents[id]?.present;

export const selectOverlay = (state: RootState, id: string): Overlay | undefined => {
  const found = selectDocument(state, id);
  return found?.kind === 'overlay' ? found : undefined;
};

export const selectFootageById = (state: RootState, id: string): Footage | undefined =>
  state.kit.footage[id];

export const selectResourceById = (state: RootState, id: string): Resource | undefined =>
  state.kit.resources[id];

/** What Check said of an overlay as it is; null where it has changed since, or was not looked at. */
export const selectCheckState = (state: RootState, id: string): CheckState | null => {
  const known = state.session.checks[id];
  return known && known.overlay === selectOverlay(state, id) ? known.state : null;
};

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
  ],
  (name, overlays, landings, footage, fonts, luts): Kit => ({
    name,
    overlays,
    landings,
    footage,
    fonts,
    luts,
  }),
);

/** A document with all it uses; the same object as long as none of it changes. */
export const makeSelectBundle = () =>
  createSelector(
    [
      (state: RootState, id: string) => selectDocument(state, id),
      selectOverlays,
      footageById,
      selectFonts,
      selectLuts,
    ],
    (document, overlays, footage, fonts, luts): Bundle | null =>
      document
        ? bundleOf(document, {
            overlay: (id) => overlays.find((overlay) => overlay.id === id),
            footage: (id) => footage[id],
            font: (id) => fonts.find((font) => font.id === id),
            lut: (id) => luts.find((lut) => lut.id === id),
          })
        : null,
    { devModeChecks: { identityFunctionCheck: 'never' } },
  );
