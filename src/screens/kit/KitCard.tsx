import { useState } from 'react';
import { duplicate, remove, rename } from '@/store/actions';
import { useAppDispatch } from '@/store/store';
import { IconAction } from '@/ui/Action';
import { PictureCard } from '@/ui/PictureCard';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { RenameDialog } from '../shared/rename';

interface KitCardProps {
  readonly id: string;
  readonly name: string;
  readonly facts: string;
  readonly copies: boolean;
  readonly pictures: { readonly urls: readonly string[]; readonly failed: boolean };
  readonly playing: boolean;
  readonly onPlay: (playing: boolean) => void;
  readonly onOpen: () => void;
}

/** One thing of the kit: its picture, its name, and what can be done with it. */
export function KitCard({ id, copies, ...card }: KitCardProps) {
  return (
    <PictureCard
      role="link"
      label={`Open ${card.name}`}
      {...card}
      menu={<CardMenu {...{ id, copies }} name={card.name} />}
    />
  );
}

function CardMenu({ id, name, copies }: Pick<KitCardProps, 'id' | 'name' | 'copies'>) {
  const dispatch = useAppDispatch();
  const [renaming, setRenaming] = useState(false);
  const copy: MenuEntry = {
    label: 'Duplicate',
    icon: 'content-copy',
    onPress: () => dispatch(duplicate(id)),
  };
  const entries: readonly MenuEntry[] = [
    { label: 'Rename', icon: 'pencil-outline', onPress: () => setRenaming(true) },
    ...(copies ? [copy] : []),
    { label: 'Delete', icon: 'delete-outline', onPress: () => dispatch(remove(id)) },
  ];
  return (
    <>
      <PopMenu
        title={name}
        entries={entries}
        opener={(open) => (
          <IconAction label={`More for ${name}`} icon="dots-vertical" onPress={open} />
        )}
      />
      <RenameDialog
        name={name}
        open={renaming}
        onClose={() => setRenaming(false)}
        onRename={(next) => dispatch(rename(id, next))}
      />
    </>
  );
}
