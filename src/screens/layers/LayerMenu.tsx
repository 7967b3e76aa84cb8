import { useState } from 'react';
import { type Layer, type Overlay, type Stack } from '@/core/document';
import {
  copiedLayer,
  duplicateLayers,
  groupLayers,
  groupMatrix,
  removeLayers,
  updateLayer,
  withLookOf,
  withMovesOf,
  withPlaceOf,
} from '@/core/edit';
import { apply, boxAround, boxCentre } from '@/core/scene';
import { newId } from '@/store/actions';
import { editWhenDone } from '@/store/lateEdits';
import { layerCopied, tell } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work, type Split, type WordsAs } from '@/store/work';
import { IconAction } from '@/ui/Action';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { RenameDialog } from '../shared/rename';
import { useEditing } from './editing';
import { useCutOutEntry } from './useCutOut';

interface LayerMenuProps {
  readonly layers: readonly Layer[];
  /** Whether taps go on adding layers to the chosen ones. */
  readonly onSeveral: (several: boolean) => void;
}

/** What can be done with the chosen layers as wholes. */
export function LayerMenu({ layers, onSeveral }: LayerMenuProps) {
  const { edit, select } = useEditing();
  const [renaming, setRenaming] = useState(false);
  const ids = layers.map((layer) => layer.id);
  const single = layers.length === 1 ? layers[0] : null;
  const all = (patch: Partial<Layer>) =>
    edit((document) => ids.reduce((next, id) => updateLayer(next, id, patch), document));
  const hide = layers.some((layer) => !layer.hidden);
  const lock = layers.some((layer) => !layer.locked);
  const duplicate = () => {
    let copies: readonly string[] = [];
    edit((document) => {
      const made = duplicateLayers(document, ids, newId);
      copies = made.copies;
      return made.stack;
    });
    select(copies);
  };
  const gather = useGroup(ids);
  const group = () => {
    onSeveral(false);
    gather();
  };
  const settings = useSettingsEntries(layers);
  const split = useSplitEntry(single);
  const drawn = useDrawEntry(single);
  const cutOut = useCutOutEntry(single);
  const entries: readonly MenuEntry[] = [
    ...(single
      ? [{ label: 'Rename', icon: 'pencil-outline', onPress: () => setRenaming(true) }]
      : []),
    { label: 'Choose more layers', icon: 'select-multiple', onPress: () => onSeveral(true) },
    { label: 'Group', icon: 'group', onPress: group },
    { label: 'Duplicate', icon: 'content-copy', onPress: duplicate },
    ...settings,
    ...split,
    ...drawn,
    ...cutOut,
    {
      label: hide ? 'Hide' : 'Show',
      icon: hide ? 'eye-off-outline' : 'eye-outline',
      onPress: () => all({ hidden: hide }),
    },
    {
      label: lock ? 'Lock' : 'Unlock',
      icon: lock ? 'lock-outline' : 'lock-open-variant-outline',
      onPress: () => all({ locked: lock }),
    },
    {
      label: layers.length > 1 ? 'Delete these layers' : 'Delete layer',
      icon: 'delete-outline',
      onPress: () => {
        select([]);
        edit((document) => removeLayers(document, ids));
      },
    },
  ];
  return (
    <>
      <PopMenu
        title={single ? single.name : `${layers.length} layers`}
        entries={entries}
        opener={(open) => <IconAction label="Layer menu" icon="dots-vertical" onPress={open} />}
      />
      {single ? (
        <RenameDialog
          name={single.name}
          open={renaming}
          onClose={() => setRenaming(false)}
          onRename={(name) => edit((document) => updateLayer(document, single.id, { name }))}
        />
      ) : null}
    </>
  );
}

/** Gathers layers in a group that turns about the middle of them all. */
function useGroup(ids: readonly string[]): () => void {
  const { edit, quads, select } = useEditing();
  return () => {
    const corners = ids.flatMap((id) => [...(quads.get(id) ?? [])]);
    if (corners.length === 0) return;
    const id = newId();
    edit((document) => groupLayers(document, ids, id, boxCentre(boxAround(corners))));
    select([id]);
  };
}

/** Settings go from one layer to others, as far as these have such parts. */
function useSettingsEntries(layers: readonly Layer[]): readonly MenuEntry[] {
  const { document, edit } = useEditing();
  const dispatch = useAppDispatch();
  const copied = useAppSelector((state) => state.session.copied) as Layer | null;
  const copy = () => {
    const source = copiedLayer(document, layers[0].id);
    if (source) dispatch(layerCopied(source));
  };
  const give = (label: string, icon: string, given: GiveSettings): MenuEntry => ({
    label,
    icon,
    onPress: () =>
      edit((stack) => layers.reduce((next, { id }) => given(next, id, copied!), stack)),
  });
  return [
    ...(layers.length === 1
      ? [{ label: 'Copy settings', icon: 'format-paint', onPress: copy }]
      : []),
    ...(copied
      ? [
          {
            label: 'Paste settings',
            icon: 'format-color-fill',
            onPress: [
              give(`Look of ${copied.name}`, 'palette-outline', withLookOf),
              give(`Place of ${copied.name}`, 'arrow-all', withPlaceOf),
              give(`Moves of ${copied.name}`, 'motion-outline', (stack, id, source) =>
                withMovesOf(stack, id, source, newId),
              ),
            ],
          },
        ]
      : []),
  ];
}

type GiveSettings = <S extends Stack>(stack: S, id: string, source: Layer) => S;

/** Splitting needs the outlines of letters, so it is done in the background. */
function useSplitEntry(layer: Layer | null): readonly MenuEntry[] {
  const split = useSplit();
  const { document, quads, setCut } = useEditing();
  if (layer?.kind !== 'words' && layer?.kind !== 'shape') return [];
  const quad = quads.get(layer.id);
  const inTwo: MenuEntry = {
    label: 'In two, along a line',
    icon: 'content-cut',
    onPress: () => {
      // Before the stage has told where it rests, its own point will do.
      const middle = quad
        ? boxCentre(boxAround(quad))
        : apply(groupMatrix(document.layers, layer.group), layer.place);
      setCut({ layer: layer.id, ...middle, angle: -90 });
    },
  };
  const by = (over: 'letters' | 'words' | 'lines'): MenuEntry => ({
    label: `Into ${over}`,
    icon: 'format-letter-case',
    onPress: () => void split(layer.id, { by: over }),
  });
  const words = layer.kind === 'words' ? [by('letters'), by('words'), by('lines')] : [];
  return [{ label: 'Split', icon: 'call-split', onPress: [...words, inTwo] }];
}

/** Words as pen strokes, which are written on. */
function useDrawEntry(layer: Layer | null): readonly MenuEntry[] {
  const { bundle } = useEditing();
  const replace = useInBackground();
  if (layer?.kind !== 'words') return [];
  const as = (way: WordsAs, label: string): MenuEntry => ({
    label,
    icon: 'draw-pen',
    onPress: () => void replace(() => work.drawWords(bundle, layer.id, way)),
  });
  return [
    {
      label: 'Write with the pen',
      icon: 'draw-pen',
      onPress: [
        as('centre lines', 'Along the middle of the letters'),
        as('outlines', 'Round the letters'),
      ],
    },
  ];
}

export function useSplit(): (layer: string, split: Split) => Promise<void> {
  const { bundle } = useEditing();
  const replace = useInBackground();
  return (layer, split) => replace(() => work.splitLayer(bundle, layer, split));
}

/** Puts the layers that are worked out in the background in the place of those they came from. */
function useInBackground(): (make: () => Promise<Overlay>) => Promise<void> {
  const { document, left } = useEditing();
  const dispatch = useAppDispatch();
  return async (work) => {
    try {
      await dispatch(
        editWhenDone(
          document.id,
          {
            about: ({ layers }) => [layers],
            work,
            merge:
              ({ layers }) =>
              (stack) => ({ ...stack, layers }),
          },
          left,
        ),
      );
    } catch (error) {
      if (!left.aborted) dispatch(tell(error));
    }
  };
}
