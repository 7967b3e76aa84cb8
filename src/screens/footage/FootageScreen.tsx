import { useRouter } from 'expo-router';
import { useCallback } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { createWords, type Footage } from '@/core/document';
import { addLayer } from '@/core/edit';
import { rateLabel } from '@/core/time';
import { addLanding, addOverlay, newId } from '@/store/actions';
import { selectFootageById } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work } from '@/store/work';
import { Page } from '@/ui/Page';
import { Action } from '@/ui/Action';
import { replaceFootage } from '@/store/media';
import { Frame } from '@/ui/Frame';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { chooseFiles, MEDIA } from '../shared/files';
import { Missing } from '../shared/Missing';
import { NameButton } from '../shared/rename';
import { usePictures } from '../shared/usePictures';
import { TwoBackdrops } from './TwoBackdrops';

/** Footage: what it is, and what can be begun with it. */
export function FootageScreen({ id }: { readonly id: string }) {
  const footage = useAppSelector((state) => selectFootageById(state, id));
  return footage ? <FootagePage footage={footage} /> : <Missing what="footage" />;
}

const SHARES = [0.02, 0.25, 0.5, 0.75, 0.98] as const;
const STILL = SHARES.slice(0, 1);

function FootagePage({ footage }: { readonly footage: Footage }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const makeOverlay = () => {
    const id = dispatch(
      addOverlay((overlay) => {
        const sized = {
          ...overlay,
          width: footage.width,
          height: footage.height,
          rate: footage.rate ?? overlay.rate,
        };
        const guided = { ...sized, guide: { footage: footage.id, seconds: 0, strength: 0.6 } };
        return addLayer(guided, createWords(newId(), guided));
      }),
    );
    if (id) router.push({ pathname: '/overlay/[id]/make', params: { id } });
  };
  const replace = async () => {
    const [file] = await chooseFiles(MEDIA, false);
    if (file) await dispatch(replaceFootage(footage, file));
  };
  const land = () => {
    const id = dispatch(
      addLanding(footage, (landing) => ({ ...landing, name: `On ${footage.name}` })),
    );
    if (id) router.push({ pathname: '/landing/[id]', params: { id } });
  };
  return (
    <Frame
      title={footage.name}
      onBack={() => router.replace('/')}
      tools={<NameButton id={footage.id} name={footage.name} />}
    >
      <Page width={900}>
        <Pictures footage={footage} />
        <Words>{facts(footage)}</Words>
        {footage.type === 'sound' ? null : (
          <View style={styles.row}>
            <Action
              label="Make an overlay for this"
              icon="plus"
              tone="main"
              onPress={makeOverlay}
            />
            <Action label="Start a landing on this" icon="plus" onPress={land} />
          </View>
        )}
        <View style={styles.row}>
          <Action
            label="Put another file in its place"
            icon="swap-horizontal"
            onPress={() => void replace()}
          />
        </View>
        <TwoBackdrops footage={footage} />
      </Page>
    </Frame>
  );
}

/** Frames of it; they have their room before they are made, so that nothing below moves. */
function Pictures({ footage }: { readonly footage: Footage }) {
  const tokens = useTokens();
  const make = useCallback(
    (signal: AbortSignal) => work.footageThumbnails(footage, SHARES, signal),
    [footage],
  );
  const { urls, failed } = usePictures(make);
  const moving = footage.type === 'video';
  const frame = [
    moving ? styles.frame : styles.single,
    { aspectRatio: footage.width / footage.height || 16 / 9, backgroundColor: tokens.line },
  ];
  if (failed)
    return <Words>No picture of it could be made. Put the file in its place again below.</Words>;
  if (urls.length === 0)
    return (
      <View role="status" style={styles.strip}>
        {(moving ? SHARES : STILL).map((share, index) => (
          <View key={share} style={[frame, styles.coming]}>
            {index === 0 ? <Words kind="small">Making pictures of it…</Words> : null}
          </View>
        ))}
      </View>
    );
  return (
    <View style={styles.strip}>
      {urls.map((uri) => (
        <Image
          key={uri}
          source={{ uri }}
          accessibilityLabel={`A frame of ${footage.name}`}
          resizeMode="contain"
          style={frame}
        />
      ))}
    </View>
  );
}

function facts({ type, width, height, duration, rate, alpha, media }: Footage): string {
  const size = `${(media.bytes / 1_000_000).toFixed(1)} MB ${media.extension}`;
  if (type === 'sound') return `Sound · ${duration.toFixed(1)} s · ${size}`;
  const clear = alpha ? ' · with transparency' : '';
  if (type === 'still') return `Still · ${width} × ${height} · ${size}${clear}`;
  return `Video · ${width} × ${height} · ${duration.toFixed(1)} s · ${rate ? rateLabel(rate) : '?'} frames per second · ${size}${clear}`;
}

const styles = StyleSheet.create({
  strip: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  frame: { width: 170, borderRadius: RADIUS.inner },
  coming: { alignItems: 'center', justifyContent: 'center' },
  single: { width: '100%', maxHeight: 420, borderRadius: RADIUS.inner },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});
