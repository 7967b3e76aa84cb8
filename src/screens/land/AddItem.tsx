import {
  addItem,
  createItem,
  DEFAULT_KEY,
  type Footage,
  type ItemSource,
  type Landing,
  type Overlay,
} from '@/core/document';
import { editLanding, newId } from '@/store/actions';
import { selectFootage, selectOverlays } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Chip } from '@/ui/Chip';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';

interface AddItemProps {
  readonly landing: Landing;
  readonly onAdded: (id: string) => void;
}

/** Adds an overlay, live, or a clip or picture, keyed from the start when it has no alpha. */
export function AddItem({ landing, onAdded }: AddItemProps) {
  const dispatch = useAppDispatch();
  const overlays = useAppSelector(selectOverlays);
  const footage = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const add = (source: ItemSource, entry: Overlay | Footage) => {
    const item = createItem(newId(), entry.name, source, entry, landing);
    const foreign = entry.kind === 'footage' && entry.type === 'video' && !entry.alpha;
    const key = foreign ? DEFAULT_KEY : null;
    dispatch(editLanding(landing.id, (document) => addItem(document, { ...item, key })));
    onAdded(item.id);
  };
  const entries: readonly MenuEntry[] = [
    ...overlays.map((entry) => ({
      id: entry.id,
      label: entry.name,
      icon: 'layers-outline',
      onPress: () => add({ kind: 'overlay', overlay: entry.id }, entry),
    })),
    ...footage.map((entry) => ({
      id: entry.id,
      label: entry.name,
      icon: entry.type === 'video' ? 'movie-open-outline' : 'image-outline',
      onPress: () => add({ kind: 'footage', footage: entry.id }, entry),
    })),
  ];
  return (
    <PopMenu
      title="Add to the landing"
      entries={entries}
      empty="The kit has no overlays and no footage yet."
      opener={(open) => <Chip icon="plus" label="Add" onPress={open} />}
    />
  );
}
