import { useEffect, useState } from 'react';
import { Image, Pressable, StyleSheet, View } from 'react-native';
import { duplicate, remove, rename } from '@/store/actions';
import { useAppDispatch } from '@/store/store';
import { IconAction } from '@/ui/Action';
import { PopMenu, type MenuEntry } from '@/ui/PopMenu';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
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

/** One thing of the kit: its picture, which plays under the pointer or a long press, and its name. */
export function KitCard(props: KitCardProps) {
  const { id, name, facts, copies, pictures, playing, onPlay, onOpen } = props;
  const tokens = useTokens();
  return (
    <View style={[styles.card, { backgroundColor: tokens.card }]}>
      <Pressable
        role="link"
        aria-label={`Open ${name}`}
        onPress={onOpen}
        onHoverIn={() => onPlay(true)}
        onHoverOut={() => onPlay(false)}
        onLongPress={() => onPlay(!playing)}
      >
        <View style={[styles.picture, { backgroundColor: tokens.line }]}>
          <Flipbook urls={pictures.urls} playing={playing} name={name} />
          {pictures.failed ? <Words kind="small">No picture could be made</Words> : null}
        </View>
      </Pressable>
      <View style={styles.foot}>
        <Words kind="strong" lines={1} style={styles.name}>
          {name}
        </Words>
        <CardMenu id={id} name={name} copies={copies} />
      </View>
      <Words kind="small" soft lines={1} style={styles.facts}>
        {facts}
      </Words>
    </View>
  );
}

const FLIP_MILLISECONDS = 180;

function Flipbook({
  urls,
  playing,
  name,
}: {
  urls: readonly string[];
  playing: boolean;
  name: string;
}) {
  const [at, setAt] = useState(0);
  useEffect(() => {
    if (!playing || urls.length < 2) return undefined;
    const timer = setInterval(() => setAt((value) => value + 1), FLIP_MILLISECONDS);
    return () => clearInterval(timer);
  }, [playing, urls]);
  if (urls.length === 0) return null;
  const uri = urls[playing ? at % urls.length : 0];
  return (
    <Image
      source={{ uri }}
      accessibilityLabel={`Picture of ${name}`}
      resizeMode="contain"
      style={styles.image}
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

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, padding: 8, paddingBottom: 4 },
  picture: {
    aspectRatio: 16 / 9,
    borderRadius: RADIUS.inner,
    overflow: 'hidden',
    alignItems: 'center',
    justifyContent: 'center',
  },
  image: { position: 'absolute', width: '100%', height: '100%' },
  foot: { flexDirection: 'row', alignItems: 'center', paddingLeft: 4 },
  name: { flex: 1, minWidth: 0 },
  facts: { paddingHorizontal: 4, paddingBottom: 6, marginTop: -8 },
});
