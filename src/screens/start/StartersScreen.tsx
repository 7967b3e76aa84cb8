import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { bundleOf, type Overlay } from '@/core/document';
import { STARTERS, type Starter, type StarterMedia } from '@/core/starters';
import { addOverlay } from '@/store/actions';
import { useAppDispatch } from '@/store/store';
import { Action } from '@/ui/Action';
import { CardGrid } from '@/ui/CardGrid';
import { Frame } from '@/ui/Frame';
import { PictureCard } from '@/ui/PictureCard';
import { Words } from '@/ui/Words';
import { useStarterMedia } from '../shared/useStarterMedia';
import { useDocumentThumbnails } from '../shared/useThumbnails';

/** How a new overlay begins: empty, or as one of the ready ones. */
export function StartersScreen() {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const media = useStarterMedia();
  const begin = (make?: (overlay: Overlay) => Overlay) => {
    const id = dispatch(addOverlay(make));
    if (id) router.replace({ pathname: '/overlay/[id]/make', params: { id } });
  };
  return (
    <Frame title="New overlay" onBack={() => router.replace('/')}>
      <ScrollView contentContainerStyle={styles.page}>
        <View style={styles.empty}>
          <Action label="Begin empty" icon="plus" tone="main" onPress={() => begin()} />
          <Words soft>or with one of these, and change anything in it.</Words>
        </View>
        <CardGrid>
          {STARTERS.map((starter) => (
            <StarterCard
              key={starter.name}
              starter={starter}
              media={media}
              onBegin={() => begin(({ id, created }) => starter.make({ id, created }, media))}
            />
          ))}
        </CardGrid>
      </ScrollView>
    </Frame>
  );
}

interface StarterCardProps {
  readonly starter: Starter;
  readonly media: StarterMedia;
  readonly onBegin: () => void;
}

function StarterCard({ starter, media, onBegin }: StarterCardProps) {
  const [playing, onPlay] = useState(false);
  const bundle = useMemo(() => starterBundle(starter, media), [starter, media]);
  const pictures = useDocumentThumbnails(bundle, playing);
  return (
    <PictureCard
      label={`Begin with ${starter.label}`}
      name={starter.label}
      {...{ pictures, playing, onPlay }}
      onOpen={onBegin}
    />
  );
}

const starterBundle = (starter: Starter, media: StarterMedia) =>
  bundleOf(starter.make({ id: starter.name.replaceAll(' ', '-'), created: 0 }, media), {
    overlay: () => undefined,
    footage: (id) => [media.still, media.video].find((entry) => entry?.id === id) ?? undefined,
    font: () => undefined,
    lut: () => undefined,
  });

const styles = StyleSheet.create({
  page: { padding: 16, paddingTop: 0, paddingBottom: 40, gap: 10 },
  empty: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 12 },
});
