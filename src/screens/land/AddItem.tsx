import { useState } from 'react';
import { Menu } from 'react-native-paper';
import { addItem, createItem, DEFAULT_KEY, type ItemSource, type Landing } from '@/core/document';
import { editLanding, newId } from '@/store/actions';
import { selectFootage, selectOverlays } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Chip } from '@/ui/Chip';

interface AddItemProps {
  readonly landing: Landing;
  readonly onAdded: (id: string) => void;
}

/** Adds an overlay, live, or a clip or picture, keyed from the start when it has no alpha. */
export function AddItem({ landing, onAdded }: AddItemProps) {
  const dispatch = useAppDispatch();
  const overlays = useAppSelector(selectOverlays);
  const footage = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const [open, setOpen] = useState(false);
  const add = (
    source: ItemSource,
    name: string,
    size: { width: number; height: number },
    keyed: boolean,
  ) => {
    setOpen(false);
    const item = createItem(newId(), name, source, size, landing);
    const key = keyed ? DEFAULT_KEY : null;
    dispatch(editLanding(landing.id, (document) => addItem(document, { ...item, key })));
    onAdded(item.id);
  };
  return (
    <Menu
      visible={open}
      onDismiss={() => setOpen(false)}
      anchor={<Chip icon="plus" label="Add" onPress={() => setOpen(true)} />}
    >
      {overlays.map((entry) => (
        <Menu.Item
          key={entry.id}
          leadingIcon="layers-outline"
          title={entry.name}
          onPress={() => add({ kind: 'overlay', overlay: entry.id }, entry.name, entry, false)}
        />
      ))}
      {footage.map((entry) => (
        <Menu.Item
          key={entry.id}
          leadingIcon={entry.type === 'video' ? 'movie-open-outline' : 'image-outline'}
          title={entry.name}
          onPress={() =>
            add(
              { kind: 'footage', footage: entry.id },
              entry.name,
              entry,
              entry.type === 'video' && !entry.alpha,
            )
          }
        />
      ))}
      {overlays.length + footage.length === 0 ? (
        <Menu.Item disabled title="The kit is empty" />
      ) : null}
    </Menu>
  );
}
