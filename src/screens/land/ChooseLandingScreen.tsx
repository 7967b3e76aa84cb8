import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { nestedIn, type Footage, type Landing, type Overlay } from '@/core/document';
import { changeRate } from '@/core/edit';
import { ratesDiffer } from '@/core/document/ratesDiffer';
import { noticed } from '@/store/session';
import { addLanding } from '@/store/actions';
import { editLanding } from '@/store/editing';
import { selectFootage, selectLandings, selectOverlay } from '@/store/selectors';
import { putOn } from '@/store/sending';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Page } from '@/ui/Page';
import { Action } from '@/ui/Action';
import { CardGrid } from '@/ui/CardGrid';
import { Frame } from '@/ui/Frame';
import { PictureCard } from '@/ui/PictureCard';
import { Words } from '@/ui/Words';
import { Missing } from '../shared/Missing';
import { useOverlaySteps } from '../shared/useSteps';
import { useFootageThumbnails } from '../shared/useThumbnails';

/** Land, seen from an overlay: the landings it is on, and those it could be put on. */
export function ChooseLandingScreen({ id }: { readonly id: string }) {
  const overlay = useAppSelector((state) => selectOverlay(state, id));
  return overlay ? <ChooseLanding overlay={overlay} /> : <Missing what="overlay" />;
}

const uses = (landing: Landing, overlay: Overlay): boolean =>
  nestedIn(landing).includes(overlay.id);

function ChooseLanding({ overlay }: { readonly overlay: Overlay }) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const go = useOverlaySteps(overlay.id);
  const landings = useAppSelector(selectLandings);
  const videos = useAppSelector(selectFootage).filter((entry) => entry.type !== 'sound');
  const open = (id: string) => router.push({ pathname: '/landing/[id]', params: { id } });
  const landOn = (footage: Footage | null) => {
    const id = dispatch(
      addLanding(footage, (landing) => {
        const name = `${overlay.name} on ${footage?.name ?? 'black'}`;
        // What has no rate of its own takes the overlay's.
        const timed = footage?.rate ? landing : changeRate(landing, overlay.rate);
        return putOn({ ...timed, name }, overlay);
      }),
    );
    if (!id) return;
    if (footage?.rate) tell(ratesDiffer(overlay, { name: footage.name, rate: footage.rate }));
    open(id);
  };
  const tell = (told: string | null) => told && dispatch(noticed(told));
  const putOnto = (landing: Landing) => {
    dispatch(editLanding(landing.id, (document) => putOn(document, overlay)));
    tell(ratesDiffer(overlay, landing));
    open(landing.id);
  };
  const on = landings.filter((landing) => uses(landing, overlay));
  const others = landings.filter((landing) => !uses(landing, overlay));
  return (
    <Frame title={overlay.name} onBack={() => router.replace('/')} step="land" go={go}>
      <Page width={720}>
        <Words kind="title">What does it land on?</Words>
        <Words soft>
          On a landing the overlay stays live: change it in Make, and it changes there.
        </Words>
        {on.length > 0 ? <Words kind="strong">It is on</Words> : null}
        <View style={styles.list}>
          {on.map((landing) => (
            <Action
              key={landing.id}
              label={landing.name}
              icon="open-in-app"
              tone="soft"
              onPress={() => open(landing.id)}
            />
          ))}
        </View>
        <Words kind="strong">Start a landing</Words>
        <CardGrid>
          {videos.map((footage) => (
            <GroundCard key={footage.id} footage={footage} onPress={() => landOn(footage)} />
          ))}
        </CardGrid>
        {videos.length === 0 ? (
          <Action label="Without footage" icon="plus" onPress={() => landOn(null)} />
        ) : null}
        {others.length > 0 ? <Words kind="strong">Put it on a landing you have</Words> : null}
        <View style={styles.list}>
          {others.map((landing) => (
            <Action
              key={landing.id}
              label={`Put on ${landing.name}`}
              icon="layers-plus"
              onPress={() => putOnto(landing)}
            />
          ))}
        </View>
      </Page>
    </Frame>
  );
}

interface GroundCardProps {
  readonly footage: Footage;
  readonly onPress: () => void;
}

/** Footage to land on, by its picture. */
function GroundCard({ footage, onPress }: GroundCardProps) {
  const [playing, onPlay] = useState(false);
  const pictures = useFootageThumbnails(footage, playing);
  return (
    <PictureCard
      label={`On ${footage.name}`}
      name={footage.name}
      {...{ pictures, playing, onPlay }}
      onOpen={onPress}
    />
  );
}

const styles = StyleSheet.create({
  list: { gap: 8, alignItems: 'flex-start' },
});
