import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { ScrollView, StyleSheet, TextInput, View } from 'react-native';
import { FAB } from 'react-native-paper';
import { addLanding, renameKit } from '@/store/actions';
import { openDemoKit, openKitFile } from '@/store/kitFiles';
import { importFiles } from '@/store/media';
import { selectFootage, selectLandings, selectOverlays } from '@/store/selectors';
import { goOnWithout } from '@/store/start';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Action, IconAction } from '@/ui/Action';
import { CardGrid } from '@/ui/CardGrid';
import { Chip } from '@/ui/Chip';
import { Frame } from '@/ui/Frame';
import { PopMenu } from '@/ui/PopMenu';
import { FIELD, RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { fetchScreens } from '../later';
import { chooseFiles, MEDIA } from '../shared/files';
import { Hint } from '../shared/Hint';
import { RenameDialog } from '../shared/rename';
import { ReplaceKit } from '../shared/ReplaceKit';
import { useSaveKitFile } from '../shared/useSaveKitFile';
import { FootageCard, LandingCard, OverlayCard } from './cards';
import { FirstRun } from './FirstRun';

type Shelf = 'overlays' | 'footage' | 'landings';

/** Kit: everything of one person's show, and the way to start something. */
export function KitScreen() {
  const dispatch = useAppDispatch();
  const { kit: asked } = useLocalSearchParams<{ kit?: string }>();
  const status = useAppSelector((state) => state.kit.status);
  const wantsDemo = status === 'fresh' && asked === 'demo';

  useEffect(() => {
    if (wantsDemo) void dispatch(openDemoKit());
  }, [dispatch, wantsDemo]);

  const shown = status !== 'loading' && !wantsDemo;
  useEffect(() => {
    // One that fails here is fetched again, and told, where its screen is opened.
    if (shown) void fetchScreens().catch(() => undefined);
  }, [shown]);

  if (!shown) return <Opening />;
  return status === 'fresh' ? <FirstRun /> : <FilledKit />;
}

function Opening() {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const stuck = useAppSelector((state) => state.session.unsaved !== null);
  return (
    <View style={[styles.opening, { backgroundColor: tokens.paper }]}>
      <Words kind="heading">Moon Patch</Words>
      <Words soft>Opening your kit…</Words>
      {stuck ? (
        <Action label="Go on without saving" onPress={() => dispatch(goOnWithout())} />
      ) : null}
    </View>
  );
}

function FilledKit() {
  const name = useAppSelector((state) => state.kit.name);
  const overlays = useAppSelector(selectOverlays);
  const footage = useAppSelector(selectFootage);
  const landings = useAppSelector(selectLandings);
  const [shelf, setShelf] = useState<Shelf>('overlays');
  const [sought, setSought] = useState<string | null>(null);
  const tokens = useTokens();
  const found = <T extends { readonly name: string }>(entries: readonly T[]) =>
    entries.filter((entry) =>
      entry.name.toLowerCase().includes((sought ?? '').trim().toLowerCase()),
    );
  const cards = {
    overlays: () => found(overlays).map((entry) => <OverlayCard key={entry.id} overlay={entry} />),
    footage: () => found(footage).map((entry) => <FootageCard key={entry.id} footage={entry} />),
    landings: () => found(landings).map((entry) => <LandingCard key={entry.id} landing={entry} />),
  }[shelf]();
  const shelves: readonly { value: Shelf; label: string }[] = [
    { value: 'overlays', label: `Overlays ${overlays.length}` },
    { value: 'footage', label: `Footage ${footage.length}` },
    { value: 'landings', label: `Landings ${landings.length}` },
  ];
  return (
    <Frame
      title="Moon Patch"
      tools={
        <>
          <IconAction
            label="Find"
            icon="magnify"
            selected={sought !== null}
            onPress={() => setSought(sought === null ? '' : null)}
          />
          <KitMenu name={name} />
        </>
      }
    >
      <ScrollView contentContainerStyle={styles.page}>
        <Words kind="heading">{name}</Words>
        <Hint step="kit">
          First: bring in the footage your words will lie on, or begin an overlay by itself.
        </Hint>
        {sought === null ? null : (
          <TextInput
            aria-label="Find in the kit"
            autoFocus
            placeholder="Part of a name"
            placeholderTextColor={tokens.softInk}
            value={sought}
            onChangeText={setSought}
            style={[
              FIELD,
              { color: tokens.ink, borderColor: tokens.line, backgroundColor: tokens.card },
            ]}
          />
        )}
        <View role="tablist" style={styles.shelves}>
          {shelves.map(({ value, label }) => (
            <Chip
              key={value}
              role="tab"
              label={label}
              selected={value === shelf}
              stop={value === shelf}
              onPress={() => setShelf(value)}
            />
          ))}
        </View>
        {cards.length === 0 ? (
          <EmptyShelf shelf={shelf} finding={Boolean(sought)} />
        ) : (
          <CardGrid>{cards}</CardGrid>
        )}
      </ScrollView>
      <NewButton shelf={shelf} />
    </Frame>
  );
}

const EMPTY: Readonly<Record<Shelf, string>> = {
  overlays: 'No overlays yet. Make the first one: a title, a badge, a call-out.',
  footage: 'No footage yet. Bring in the video you want to put words on, or pictures and sounds.',
  landings: 'No landings yet. A landing is footage with your overlays and clips on top.',
};

function EmptyShelf({ shelf, finding }: { readonly shelf: Shelf; readonly finding: boolean }) {
  const begin = useBeginnings()[shelf];
  return (
    <View style={styles.empty}>
      <Words>{finding ? 'Nothing here has that in its name.' : EMPTY[shelf]}</Words>
      {finding ? null : (
        <Action label={begin.label} icon="plus" tone="main" onPress={begin.press} />
      )}
    </View>
  );
}

/** What starts something new on each shelf. */
function useBeginnings(): Readonly<Record<Shelf, { label: string; press: () => void }>> {
  const dispatch = useAppDispatch();
  const router = useRouter();
  const footage = useAppSelector(selectFootage);
  return {
    overlays: {
      label: 'New overlay',
      press: () => router.push('/new'),
    },
    footage: {
      label: 'Bring in files',
      press: () => void chooseFiles(MEDIA, true).then((files) => dispatch(importFiles(files))),
    },
    landings: {
      label: 'New landing',
      press: () => {
        const id = dispatch(addLanding(footage.find((entry) => entry.type === 'video') ?? null));
        if (id) router.push({ pathname: '/landing/[id]', params: { id } });
      },
    },
  };
}

function NewButton({ shelf }: { readonly shelf: Shelf }) {
  const tokens = useTokens();
  const { label, press } = useBeginnings()[shelf];
  return (
    <FAB
      icon="plus"
      label={label}
      onPress={press}
      color={tokens.onPlum}
      style={[styles.fab, { backgroundColor: tokens.plum }]}
    />
  );
}

function KitMenu({ name }: { readonly name: string }) {
  const dispatch = useAppDispatch();
  const router = useRouter();
  const [renaming, setRenaming] = useState(false);
  const [replacement, setReplacement] = useState<(() => void) | null>(null);
  const save = useSaveKitFile();
  const openFile = async () => {
    const [file] = await chooseFiles('.moonpatch,application/zip', false);
    if (file) setReplacement(() => () => void dispatch(openKitFile(file)));
  };
  const openDemo = () => setReplacement(() => () => void dispatch(openDemoKit()));
  const toSettings = () => router.push('/settings');
  return (
    <>
      <PopMenu
        title={name}
        entries={[
          { label: 'Rename the kit', icon: 'pencil-outline', onPress: () => setRenaming(true) },
          { label: 'Save a kit file', icon: 'content-save-outline', onPress: save },
          { label: 'Open a kit file', icon: 'folder-open-outline', onPress: () => void openFile() },
          { label: 'Open the demo kit', icon: 'kite-outline', onPress: openDemo },
          { label: 'Settings and help', icon: 'cog-outline', onPress: toSettings },
        ]}
        opener={(open) => <IconAction label="Kit menu" icon="dots-vertical" onPress={open} />}
      />
      <RenameDialog
        name={name}
        open={renaming}
        onClose={() => setRenaming(false)}
        onRename={(next) => dispatch(renameKit(next))}
      />
      <ReplaceKit
        open={replacement !== null}
        onCancel={() => setReplacement(null)}
        onReplace={() => {
          replacement?.();
          setReplacement(null);
        }}
      />
    </>
  );
}

const styles = StyleSheet.create({
  opening: { flex: 1, alignItems: 'center', justifyContent: 'center', gap: 8 },
  page: { padding: 16, paddingTop: 0, paddingBottom: 110, gap: 6 },
  shelves: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  empty: { alignItems: 'center', gap: 16, paddingVertical: 48, paddingHorizontal: 24 },
  fab: { position: 'absolute', right: 18, bottom: 22, borderRadius: RADIUS.full },
});
