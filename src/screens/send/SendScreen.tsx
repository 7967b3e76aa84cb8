import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import type { Bundle, Landing, Overlay } from '@/core/document';
import { holdsPictures } from '@/core/formats';
import { rateLabel, secondsLabel } from '@/core/time';
import { deliver } from '@/store/delivery';
import { queuedJobs } from '@/store/sending';
import { unqueued, type Queued } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { selectCheckState } from '@/store/check';
import { type SendJob } from '@/store/work';
import { Frame } from '@/ui/Frame';
import { useWide } from '@/ui/layout';
import { Page } from '@/ui/Page';
import type { Ways } from '@/ui/Steps';
import { Words } from '@/ui/Words';
import { download } from '../shared/files';
import { Hint } from '../shared/Hint';
import { Missing } from '../shared/Missing';
import { useBundle } from '../shared/useBundle';
import { useLongWork } from '../shared/useLongWork';
import { useQuietCheck } from '../shared/useQuietCheck';
import { useLandingSteps, useOverlaySteps } from '../shared/useSteps';
import { FileFoot } from './FileFoot';
import { FormatList } from './FormatList';
import { KeyNotes } from './KeyNotes';
import { QueueCard } from './QueueCard';
import { ReceiverCard } from './ReceiverCard';
import { Recipes } from './Recipes';
import { SentBefore } from './SentBefore';
import { SettingsCard } from './SettingsCard';
import { SizeChart, sizeBars } from './SizeChart';
import { SoundNote } from './SoundNote';
import { TrialCard, type TrialOf } from './TrialCard';
import { useFormatTrials } from './useFormatTrials';
import { useSending } from './useSending';

/** Send an overlay: choose a format by what it keeps, make the file, read it back, download it. */
export function SendOverlayScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  const go = useOverlaySteps(id);
  if (bundle?.document.kind !== 'overlay') return <Missing what="overlay" />;
  return <Send bundle={bundle} go={go} heading="Where will it land?" />;
}

/** Send a landing: the finished clip. */
export function SendLandingScreen({ id }: { readonly id: string }) {
  const bundle = useBundle(id);
  const go = useLandingSteps(id)(bundle?.overlays[0]?.id ?? null);
  if (bundle?.document.kind !== 'landing') return <Missing what="landing" />;
  return <Send bundle={bundle} go={go} heading="Finish the clip" />;
}

interface SendProps {
  readonly bundle: Bundle;
  readonly go: Ways;
  readonly heading: string;
}

function Send({ bundle, go, heading }: SendProps) {
  const router = useRouter();
  const wide = useWide();
  const dispatch = useAppDispatch();
  const { document } = bundle;
  const check = useAppSelector((state) => selectCheckState(state, document.id));
  const sending = useSending(bundle);
  const { settings, change, chosen, offered, receiver } = sending;
  const { underWay, last, past } = useAppSelector(({ session }) => session.delivery);
  const mine = last?.document === document.id ? last : null;
  const result = mine?.delivery ?? null;
  const able = offered.filter(({ unable }) => unable === null).map(({ format }) => format.id);
  const trying = useLongWork<TrialOf>();
  const idle = underWay === null && trying.progress === null;
  useQuietCheck(bundle, idle);
  const trials = useFormatTrials(bundle, settings, able, idle);
  const unable = chosen ? chosen.unable : 'Choose a format.';

  const send = (jobs: readonly SendJob[], done: () => void) =>
    void dispatch(
      deliver(document, jobs, (delivery) => {
        download(delivery.file, delivery.name);
        done();
      }),
    );
  const sendAll = (queue: readonly Queued[]) =>
    send(dispatch(queuedJobs(queue)), () => dispatch(unqueued(queue.map(({ key }) => key))));
  const own = past.filter(({ job }) => job.bundle.document.id === document.id);
  // Files of earlier sends have made room for the newest ones.
  const tried = own.find(({ sent }) => result?.sentFiles.includes(sent));
  return (
    <Frame
      title={document.name}
      onBack={() => router.replace('/')}
      step="send"
      go={go}
      check={check}
    >
      <Page role="region" aria-label="Ways to send">
        <Words kind="title">{heading}</Words>
        <Hint step="send">
          Last: the best choice is marked already. Press Send, and the file is made, looked through
          and saved.
        </Hint>
        <Words kind="small" soft>
          {describe(document)}
        </Words>
        {chosen && holdsPictures(chosen.format) ? (
          <SoundNote bundle={bundle} carries={chosen.format.sounds ?? false} />
        ) : null}
        <KeyNotes bundle={bundle} />
        <View style={wide ? styles.wide : styles.column}>
          <View style={[styles.column, wide && styles.half]}>
            {document.kind === 'overlay' ? (
              <ReceiverCard receiver={receiver} onChoose={sending.chooseReceiver} />
            ) : null}
            <FormatList sending={sending} trials={trials} />
          </View>
          <View style={[styles.column, wide && styles.half]}>
            {chosen && holdsPictures(chosen.format) ? (
              <SettingsCard
                {...{ document, format: chosen.format, settings, change }}
                trial={trials.of(chosen.format.id) ?? null}
              />
            ) : null}
            <Recipes document={document} settings={settings} onUse={change} />
            <QueueCard
              {...{ settings, document: document.id }}
              busy={underWay !== null}
              onSendAll={sendAll}
            />
            <SizeChart bars={sizeBars(sending, trials, own)} />
            <SentBefore sentFiles={past.map(({ sent }) => sent)} />
            {tried && receiver ? (
              <TrialCard {...{ ...tried, receiver, able, trying }} onChange={change} />
            ) : null}
          </View>
        </View>
      </Page>
      <FileFoot
        document={document}
        last={mine}
        unable={unable !== null}
        onSend={() => send([{ bundle, settings }], () => undefined)}
      />
    </Frame>
  );
}

const describe = (document: Overlay | Landing): string =>
  `${document.width} × ${document.height} · ${secondsLabel(document.length, document.rate)} · ${rateLabel(document.rate)} frames per second`;

const styles = StyleSheet.create({
  column: { gap: 10 },
  wide: { flexDirection: 'row', gap: 16, alignItems: 'flex-start' },
  half: { flex: 1, minWidth: 0 },
});
