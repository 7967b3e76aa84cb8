import { StyleSheet, View } from 'react-native';
import { Snackbar } from 'react-native-paper';
import { restore } from '@/store/actions';
import { takeUpdate } from '@/store/offline';
import { dismissed, updateFound } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Action } from '@/ui/Action';
import { useHeadHeight } from '@/ui/layout';
import { useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { useSaveKitFile } from './useSaveKitFile';

/** Milliseconds for which a note stays. */
const STAYS = { problem: 15_000, note: 8000 } as const;

/**
 * Notes and problems in the place of a screen's name: nothing that is worked on is covered, or moves, and only what is
 * higher than the name's row makes the screen lower.
 */
export function Notices() {
  const tokens = useTokens();
  const head = useHeadHeight();
  const dispatch = useAppDispatch();
  const [notice] = useAppSelector((state) => state.session.notices);
  const restoring = notice?.restore ?? null;
  const close = () => {
    if (notice) dispatch(dismissed(notice.id));
  };
  return (
    <Snackbar
      visible={notice !== undefined}
      duration={STAYS[notice?.kind ?? 'note']}
      onDismiss={close}
      onIconPress={close}
      wrapperStyle={[styles.row, { minHeight: head, marginBottom: -head }]}
      theme={{ colors: { inverseOnSurface: tokens.ink } }}
      icon="close"
      iconAccessibilityLabel="Close"
      style={[
        styles.notice,
        { backgroundColor: notice?.kind === 'problem' ? tokens.rustSoft : tokens.plumSoft },
      ]}
      contentStyle={styles.content}
      action={
        restoring === null
          ? undefined
          : { label: 'Undo', textColor: tokens.plum, onPress: () => dispatch(restore(restoring)) }
      }
    >
      <Words kind="small">{notice?.text ?? ''}</Words>
    </Snackbar>
  );
}

/** Says that changes are not saved, or that another tab has the kit. */
export function Banner() {
  const tokens = useTokens();
  const following = useAppSelector((state) => state.session.following);
  const unsaved = useAppSelector((state) => state.session.unsaved);
  const text =
    unsaved ??
    (following
      ? 'This kit is open in another tab. Here you can look; what changes there shows here.'
      : null);
  if (!text) return null;
  return (
    <View
      role="alert"
      style={[styles.banner, { backgroundColor: unsaved ? tokens.rustSoft : tokens.moonSoft }]}
    >
      <View style={styles.text}>
        <Words kind="small">{text}</Words>
      </View>
      {unsaved ? <SaveKitFile /> : null}
    </View>
  );
}

/** A newer version is taken when the person says so, never by itself. */
export function UpdateOffer() {
  const tokens = useTokens();
  const dispatch = useAppDispatch();
  const found = useAppSelector((state) => state.session.update);
  if (!found) return null;
  return (
    <View role="status" style={[styles.banner, { backgroundColor: tokens.plumSoft }]}>
      <View style={styles.text}>
        <Words kind="small">A newer version of Moon Patch is ready.</Words>
      </View>
      <Action label="Use it now" onPress={() => void dispatch(takeUpdate())} />
      <Action label="Later" onPress={() => dispatch(updateFound(false))} />
    </View>
  );
}

/** The way out where the browser does not save. */
function SaveKitFile() {
  const loading = useAppSelector((state) => state.kit.status !== 'ready');
  const save = useSaveKitFile();
  return loading ? null : <Action label="Save a kit file" onPress={save} />;
}

const styles = StyleSheet.create({
  row: { position: 'relative', zIndex: 1, paddingHorizontal: 2, alignItems: 'center' },
  notice: { margin: 2, width: '100%', maxWidth: 640 },
  content: { marginVertical: 8, marginHorizontal: 12, alignSelf: 'center' },
  banner: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 8,
    paddingVertical: 8,
    paddingHorizontal: 16,
  },
  text: { flexGrow: 1, flexShrink: 1, flexBasis: 240 },
});
