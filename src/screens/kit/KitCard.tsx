import { useState } from 'react';
import { duplicate, remove, rename } from '@/store/actions';
import { useAppDispatch } from '@/store/store';
import { IconAction } from '@/ui/Action';
import { PictureCard, type PictureCardProps } from '@/ui/PictureCard';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { RenameDialog } from '../shared/rename';

interface KitCardProps extends Omit<PictureCardProps, 'label' | 'menu'> {
  readonly id: string;
  readonly copies: boolean;
}

/** One thing of the kit: its picture, its name, and what can be done with it. */
export function KitCard({ id, copies, ...card }: KitCardProps) {
  return (
    <PictureCard
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
