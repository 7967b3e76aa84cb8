import { useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { Bundle, Landing, Overlay } from '@/core/document';
import { formatById, holdsPictures, isFootage } from '@/core/formats';
import { rateLabel, secondsLabel } from '@/core/time';
import { importSent } from '@/store/media';
import { selectCheckState } from '@/store/selectors';
import { queuedJobs } from '@/store/sending';
import { unqueued, type Queued } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work, type Delivery, type SendJob, type SendState, type Sent } from '@/store/work';
import { Action } from '@/ui/Action';
import { Frame } from '@/ui/Frame';
import { useWide } from '@/ui/layout';
import { MoonProgress } from '@/ui/MoonProgress';
import type { Step } from '@/ui/Steps';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { download } from '../shared/files';
import { Missing } from '../shared/Missing';
import { useBundle } from '../shared/useBundle';
import { useLongWork } from '../shared/useLongWork';
import { useQuietCheck } from '../shared/useQuietCheck';
import { useLandingSteps, useOverlaySteps } from '../shared/useSteps';
import { FormatCard } from './FormatCard';
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

type Go = Readonly<Record<Step, (() => void) | null>>;

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
  readonly go: Go;
  readonly heading: string;
}

/** A file that was made in this visit, and what it was made of. */
interface Past {
  readonly sent: Sent;
  readonly job: SendJob;
}

function Send({ bundle, go, heading }: SendProps) {
  const router = useRouter();
  const wide = useWide();
  const dispatch = useAppDispatch();
  const { document } = bundle;
  const check = useAppSelector((state) => selectCheckState(state, document.id));
  const sending = useSending(bundle);
  const { settings, change, chosen, offered, receiver } = sending;
  const [past, setPast] = useState<readonly Past[]>([]);
  const { state, setState, progress, result, problem, run, stop } = useDelivery();
  const able = offered.filter(({ unable }) => unable === null).map(({ format }) => format.id);
  const trying = useLongWork<TrialOf>();
  const idle = progress === null && trying.progress === null;
  useQuietCheck(bundle, idle);
  const trials = useFormatTrials(bundle, settings, able, idle);
  const unable = chosen ? chosen.unable : 'Choose a format.';

  const send = (jobs: readonly SendJob[], done: () => void) =>
    void run(async (report, signal) => {
      const delivery = await work.send(jobs, setState, report, signal);
      download(delivery.file, delivery.name);
      setPast((before) => [
        ...delivery.sentFiles.map((sent) => ({ sent, job: jobs[sent.job] })),
        ...before,
      ]);
      done();
      return delivery;
    });
  const sendAll = (queue: readonly Queued[]) =>
    send(dispatch(queuedJobs(queue)), () => dispatch(unqueued(queue.map(({ key }) => key))));
  // Files of earlier sends have made room for the newest ones.
  const tried = past.find(
    ({ sent, job }) => result?.sentFiles.includes(sent) && job.bundle.document.id === document.id,
  );
  return (
    <Frame
      title={document.name}
      onBack={() => router.replace('/')}
      step="send"
      go={go}
      check={check}
    >
      <ScrollView style={styles.flex} contentContainerStyle={styles.page}>
        <Words kind="title">{heading}</Words>
        <Words kind="small" soft>
          {describe(document)}
        </Words>
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
              busy={progress !== null}
              onSendAll={sendAll}
            />
            <SizeChart bars={sizeBars(sending, trials, past)} />
            <SentBefore sentFiles={past.map(({ sent }) => sent)} />
            {tried && receiver ? (
              <TrialCard {...{ ...tried, receiver, able, trying }} onChange={change} />
            ) : null}
          </View>
        </View>
      </ScrollView>
      <View style={styles.foot}>
        {problem ? <Problem text={problem} /> : null}
        {result ? (
          <SentCard
            delivery={result}
            onDownload={() => download(result.file, result.name)}
            onBringIn={footageOf(result, (sent) => void dispatch(importSent(sent, document)))}
          />
        ) : null}
        {progress ? (
          <MoonProgress doing={doing(state)} {...progress} onStop={stop} />
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

/** Making files, with what is being worked on. */
function useDelivery() {
  const [state, setState] = useState<SendState>({
    stage: { kind: 'making' },
    file: 1,
    files: 1,
  });
  return { state, setState, ...useLongWork<Delivery>() };
}

interface FormatsProps {
  readonly sending: Sending;
  readonly trials: FormatTrials;
}

function Formats({ sending, trials }: FormatsProps) {
  const { offered, best, chosen, change } = sending;
  return (
    <View role="radiogroup" aria-label="Format" style={styles.formats}>
      {offered.map((entry) => (
        <FormatCard
          key={entry.format.id}
          offered={entry}
          trial={trials.of(entry.format.id)}
          trying={trials.trying === entry.format.id}
          best={entry === best}
          selected={entry === chosen}
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

const DOING = {
  looking: 'Finding the artwork',
  making: 'Making the file',
  'reading back': 'Reading it back',
} as const;

function doing({ stage, file, files }: SendState): string {
  const now =
    stage.kind === 'waiting'
      ? `Waiting for the encode server, ${stage.ahead} before this`
      : DOING[stage.kind];
  return files === 1 ? now : `File ${file} of ${files}: ${now.toLowerCase()}`;
}

const describe = (document: Overlay | Landing): string =>
  `${document.width} × ${document.height} · ${secondsLabel(document.length, document.rate)} · ${rateLabel(document.rate)} frames per second`;

function Problem({ text }: { readonly text: string }) {
  const tokens = useTokens();
  return (
    <View role="alert" style={[styles.problem, { backgroundColor: tokens.rustSoft }]}>
      <Words>{text}</Words>
    </View>
  );
}

const styles = StyleSheet.create({
  flex: { flex: 1 },
  page: { padding: 16, paddingTop: 4, gap: 10, width: '100%', maxWidth: 1100, alignSelf: 'center' },
  column: { gap: 10 },
  wide: { flexDirection: 'row', gap: 16, alignItems: 'flex-start' },
  half: { flex: 1, minWidth: 0 },
  formats: { gap: 10 },
  problem: { borderRadius: RADIUS.card, padding: 14 },
  foot: { padding: 12, gap: 10, width: '100%', maxWidth: 720, alignSelf: 'center' },
});
