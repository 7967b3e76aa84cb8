import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import type { Bundle, Landing, Overlay } from '@/core/document';
import { formatsFor, formatById, wouldLose, type Format } from '@/core/formats';
import { rateLabel, timecode } from '@/core/time';
import { selectCheckState } from '@/store/selectors';
import { formatChosen } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work, type SendStage, type Sent, type ServerHealth } from '@/store/work';
import { Action } from '@/ui/Action';
import { Frame } from '@/ui/Frame';
import { MoonProgress } from '@/ui/MoonProgress';
import type { Step } from '@/ui/Steps';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { download } from '../shared/files';
import { Missing } from '../shared/Missing';
import { useBackground } from '../shared/useBackground';
import { useBundle } from '../shared/useBundle';
import { useLongWork } from '../shared/useLongWork';
import { useLandingSteps, useOverlaySteps } from '../shared/useSteps';
import { SentBefore, SentCard } from './SentCard';
import { SizeCard, type Range } from './SizeCard';

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

function Send({ bundle, go, heading }: SendProps) {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const { document } = bundle;
  const check = useAppSelector((state) => selectCheckState(state, document.id));
  const health = useServerHealth();
  const formats = formatsFor(document);
  const chosen = useAppSelector((state) => state.session.formats[document.id] ?? null);
  const [scale, setScale] = useState(1);
  const [still, setStill] = useState(() => Math.floor(document.length / 2));
  const [range, setRange] = useState<Range>({ from: 0, to: document.length });
  const [crop, setCrop] = useState(false);
  const [sents, setSents] = useState<readonly Sent[]>([]);
  const [stage, setStage] = useState<SendStage>('making');
  const { progress, result, problem, run, stop } = useLongWork<Sent>();
  const best = formats.find((format) => missingReason(format, health) === null);
  const format = formatById(chosen ?? best?.id ?? '') ?? null;
  const unable = format ? missingReason(format, health) : 'Choose a format.';

  const send = () => {
    if (!format) return;
    void run(async (report, signal) => {
      const sent = await work.send(
        { bundle, format: format.id, scale, range, still, crop },
        setStage,
        report,
        signal,
      );
      download(sent.file, sent.name);
      setSents((before) => [sent, ...before]);
      return sent;
    });
  };
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
        <View role="radiogroup" aria-label="Format" style={styles.formats}>
          {formats.map((entry) => (
            <FormatCard
              key={entry.id}
              format={entry}
              loss={wouldLose(document, entry)}
              unable={missingReason(entry, health)}
              best={entry === best}
              selected={entry === format}
              onPress={() => dispatch(formatChosen({ id: document.id, format: entry.id }))}
            />
          ))}
        </View>
        {format && !format.timeline ? (
          <SizeCard
            {...{ document, format, scale, setScale, range, setRange, still, setStill }}
            {...{ crop, setCrop }}
          />
        ) : null}
        <SentBefore sents={sents} />
      </ScrollView>
      <View style={styles.foot}>
        {problem ? <Problem text={problem} /> : null}
        {result ? (
          <SentCard sent={result} onDownload={() => download(result.file, result.name)} />
        ) : null}
        {progress ? (
          <MoonProgress key={stage} doing={DOING[stage]} {...progress} onStop={stop} />
        ) : (
          <Action
            label={result ? 'Send again' : 'Send'}
            tone="main"
            disabled={unable !== null}
            onPress={send}
          />
        )}
      </View>
    </Frame>
  );
}

const DOING: Readonly<Record<SendStage, string>> = {
  looking: 'Finding the artwork',
  making: 'Making the file',
  'reading back': 'Reading it back',
};

const describe = (document: Overlay | Landing): string =>
  `${document.width} × ${document.height} · ${timecode(document.length, document.rate)} · ${rateLabel(document.rate)} frames per second`;

/** Undefined until the server has answered, null when it is away. */
const useServerHealth = () =>
  useBackground<ServerHealth | null | undefined>(work.serverHealth, '', undefined);

/** Why a format cannot be made right now; null when it can. */
function missingReason(format: Format, health: ServerHealth | null | undefined): string | null {
  if (format.maker === 'browser') return null;
  if (health === undefined) return 'Asking the encode server…';
  if (health === null)
    return 'Needs the encode server, which is not running. Start the app with “npm run demo”.';
  if (health.formats.includes(format.id)) return null;
  return 'Needs ffmpeg on the machine that runs the encode server.';
}

interface FormatCardProps {
  readonly format: Format;
  readonly loss: string | null;
  readonly unable: string | null;
  readonly best: boolean;
  readonly selected: boolean;
  readonly onPress: () => void;
}

function FormatCard({ format, loss, unable, best, selected, onPress }: FormatCardProps) {
  const tokens = useTokens();
  return (
    <Pressable
      role="radio"
      aria-label={`${format.label} .${format.extension}`}
      aria-checked={selected}
      onPress={onPress}
      style={[
        styles.format,
        { backgroundColor: tokens.card, borderColor: selected ? tokens.plum : tokens.card },
      ]}
    >
      <View style={styles.formatHead}>
        <Words kind="strong">{`${format.label} .${format.extension}`}</Words>
        {best ? (
          <View style={[styles.best, { backgroundColor: tokens.lichenSoft }]}>
            <Words kind="small">best here</Words>
          </View>
        ) : null}
      </View>
      <Words kind="small" soft>
        {format.goodFor}
      </Words>
      {loss ? (
        <Words kind="small" style={{ color: tokens.rust }}>
          {loss}
        </Words>
      ) : null}
      {unable ? (
        <Words kind="small" style={{ color: tokens.rust }}>
          {unable}
        </Words>
      ) : null}
    </Pressable>
  );
}

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
  page: { padding: 16, paddingTop: 4, gap: 10, width: '100%', maxWidth: 720, alignSelf: 'center' },
  formats: { gap: 10 },
  format: { borderRadius: RADIUS.card, borderWidth: 2, borderStyle: 'dashed', padding: 12, gap: 2 },
  formatHead: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'center' },
  best: { paddingHorizontal: 12, paddingVertical: 4, borderRadius: RADIUS.full },
  problem: { borderRadius: RADIUS.card, padding: 14 },
  foot: { padding: 12, gap: 10, width: '100%', maxWidth: 720, alignSelf: 'center' },
});
