import { useRouter } from 'expo-router';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { Bundle, Landing, Overlay } from '@/core/document';
import { formatById, holdsPictures, isFootage } from '@/core/formats';
import { rateLabel, secondsLabel } from '@/core/time';
import { deliver, stopDelivery } from '@/store/delivery';
import { importSent } from '@/store/media';
import { queuedJobs } from '@/store/sending';
import { unqueued, type Past, type Queued } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { selectCheckState } from '@/store/check';
import { work, type Delivery, type SendJob, type Sent } from '@/store/work';
import { Alert } from '@/ui/Alert';
import { Action } from '@/ui/Action';
import { Frame } from '@/ui/Frame';
import { isStop } from '@/ui/keys';
import { useWide } from '@/ui/layout';
import { MoonProgress } from '@/ui/MoonProgress';
import type { Ways } from '@/ui/Steps';
import { Words } from '@/ui/Words';
import { sendStateText } from '../shared/sendStateText';
import { download, sharing } from '../shared/files';
import { Hint } from '../shared/Hint';
import { Missing } from '../shared/Missing';
import { useBundle } from '../shared/useBundle';
import { useAnswer } from '../shared/useAnswer';
import { useLongWork } from '../shared/useLongWork';
import { useQuietCheck } from '../shared/useQuietCheck';
import { useLandingSteps, useOverlaySteps } from '../shared/useSteps';
import { FormatCard } from './FormatCard';
import { KeyNotes } from './KeyNotes';
import { QueueCard } from './QueueCard';
import { ReceiverCard } from './ReceiverCard';
import { Recipes } from './Recipes';
import { SentBefore } from './SentBefore';
import { SentCard } from './SentCard';
import { SettingsCard } from './SettingsCard';
import { SizeChart } from './SizeChart';
import { TrialCard, type TrialOf } from './TrialCard';
import { useFormatTrials, type FormatTrials } from './useFormatTrials';
import { useSending, type Sending } from './useSending';
import { quoted } from '@/core/quoted';

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
      <ScrollView
        role="region"
        aria-label="Ways to send"
        style={styles.flex}
        contentContainerStyle={styles.page}
      >
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
            <Formats sending={sending} trials={trials} />
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
      </ScrollView>
      <View role="region" aria-label="The file" style={styles.foot}>
        {mine?.problem ? <Alert text={mine.problem} /> : null}
        {result ? (
          <SentCard
            delivery={result}
            onDownload={() => download(result.file, result.name)}
            onShare={sharing(result.file, result.name, mimeOf(result))}
            onBringIn={footageOf(result, (sent) => void dispatch(importSent(sent, document)))}
          />
        ) : null}
        {underWay ? (
          <MoonProgress
            {...underWay}
            doing={
              underWay.document.id === document.id
                ? sendStateText(underWay.state)
                : `${quoted(underWay.document.name)}: ${sendStateText(underWay.state)}`
            }
            onStop={stopDelivery}
          />
        ) : (
          <Action
            label={result ? 'Send again' : 'Send'}
            tone="main"
            disabled={unable !== null}
            onPress={() => send([{ bundle, settings }], () => undefined)}
          />
        )}
      </View>
    </Frame>
  );
}

/** Files of a kind that footage comes in, one at a time. */
function footageOf({ sentFiles }: Delivery, bringIn: (sent: Sent) => void): (() => void) | null {
  const [sent] = sentFiles;
  return sentFiles.length === 1 && isFootage(formatById(sent.format)!) ? () => bringIn(sent) : null;
}

/** Several files go in one zip. */
const mimeOf = ({ sentFiles }: Delivery): string =>
  sentFiles.length === 1 ? formatById(sentFiles[0].format)!.mime : 'application/zip';

/** Whether what is heard in a landing will be in its file. */
function SoundNote({ bundle, carries }: { readonly bundle: Bundle; readonly carries: boolean }) {
  const heard = useAnswer(() => work.isHeard(bundle), bundle);
  if (bundle.document.kind !== 'landing' || heard === null) return null;
  const says = () => {
    if (!heard) return 'No sound: nothing in this landing can be heard.';
    return carries ? 'With the landing’s sound.' : 'No sound: this format carries none.';
  };
  return (
    <Words kind="small" soft>
      {says()}
    </Words>
  );
}

interface FormatsProps {
  readonly sending: Sending;
  readonly trials: FormatTrials;
}

function Formats({ sending, trials }: FormatsProps) {
  const { offered, best, chosen, change } = sending;
  const at = offered.findIndex((entry) => entry === chosen);
  return (
    <View role="radiogroup" aria-label="Format" style={styles.formats}>
      {offered.map((entry, i) => (
        <FormatCard
          key={entry.format.id}
          offered={entry}
          trial={trials.of(entry.format.id)}
          trying={trials.trying === entry.format.id}
          best={entry === best}
          selected={entry === chosen}
          stop={isStop(i, at)}
          onPress={() => change({ format: entry.format.id })}
        />
      ))}
    </View>
  );
}

/** The formats whose size is known, the smallest first. */
function sizeBars({ offered }: Sending, trials: FormatTrials, past: readonly Past[]) {
  return offered
    .map(({ format }) => ({
      name: format.label,
      estimated: trials.of(format.id)?.bytes ?? null,
      made: past.find(({ sent }) => sent.format === format.id)?.sent.file.size ?? null,
    }))
    .filter(({ estimated, made }) => estimated !== null || made !== null)
    .sort((a, b) => (a.made ?? a.estimated!) - (b.made ?? b.estimated!));
}

const describe = (document: Overlay | Landing): string =>
  `${document.width} × ${document.height} · ${secondsLabel(document.length, document.rate)} · ${rateLabel(document.rate)} frames per second`;

const styles = StyleSheet.create({
  flex: { flex: 1 },
  page: { padding: 16, paddingTop: 4, gap: 10, width: '100%', maxWidth: 1100, alignSelf: 'center' },
  column: { gap: 10 },
  wide: { flexDirection: 'row', gap: 16, alignItems: 'flex-start' },
  half: { flex: 1, minWidth: 0 },
  formats: { gap: 10 },
  foot: { padding: 12, gap: 10, width: '100%', maxWidth: 720, alignSelf: 'center' },
});
