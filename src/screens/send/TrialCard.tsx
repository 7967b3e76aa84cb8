import { useCallback, useMemo, useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import type { Overlay } from '@/core/document';
import { colourName } from '@/core/colour/names';
import { formatById } from '@/core/formats';
import { cannotOpen, changesFor, type SendChange, type Receiver } from '@/core/receivers';
import { isPictures, planFiles } from '@/core/sending/plan';
import { work, type SendJob, type Sent, type Trial, type TrialLanding } from '@/store/work';
import { Alert } from '@/ui/Alert';
import { Card } from '@/ui/Card';
import { Action } from '@/ui/Action';
import { LongChoice } from '@/ui/Chip';
import { useWide } from '@/ui/layout';
import { MoonProgress } from '@/ui/MoonProgress';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { useGroundBundle, useGrounds } from '../shared/useGrounds';
import type { LongWork } from '../shared/useLongWork';
import { usePictures } from '../shared/usePictures';
import { decibels, percent } from './figures';

/** A trial, and which file and receiver it was of. */
export interface TrialOf extends Trial {
  readonly file: Blob;
  readonly receiver: string;
}

interface TrialCardProps {
  readonly sent: Sent;
  /** What it was made of. */
  readonly job: SendJob;
  readonly receiver: Receiver;
  /** Formats that can be made here and now. */
  readonly able: readonly string[];
  readonly trying: LongWork<TrialOf>;
  readonly onChange: (change: SendChange) => void;
}

/** The sent file itself, put through a receiver, beside what was meant. */
export function TrialCard({ sent, job, receiver, able, trying, onChange }: TrialCardProps) {
  const overlay = job.bundle.document as Overlay;
  const { landings, footage } = useGrounds(overlay);
  const grounds = [...landings, ...footage];
  const [chosen, choose] = useState<string | null>(null);
  const ground = (grounds.find(({ value }) => value === chosen) ?? grounds[0])?.value ?? null;
  const around = useGroundBundle(overlay, ground);
  const { progress, problem, run, stop } = trying;
  const known = trying.result?.file === sent.file && trying.result.receiver === receiver.id;
  const result = known ? trying.result : null;
  const start = () =>
    void run(async (report, signal) => {
      const files = planFiles(overlay, job.settings).filter(isPictures);
      const planned = files.find(({ part }) => part === sent.part)!;
      const { file, crop } = sent;
      const formats = able.flatMap((id) => formatById(id) ?? []);
      const trial = await work.trialLanding(
        { job, planned, file, crop, receiver: receiver.id, around: around! },
        changesFor(receiver, overlay, formats),
        report,
        signal,
      );
      return { ...trial, file, receiver: receiver.id };
    });
  return (
    <Card title={`Trial landing: ${receiver.label.toLowerCase()}`}>
      <Words kind="small" soft>
        {`Puts ${sent.name} itself into it, over footage, and compares it with what was meant.`}
      </Words>
      {ground ? (
        <LongChoice label="Over what" options={grounds} value={ground} onChange={choose} />
      ) : (
        <Words>Bring in footage to land it on.</Words>
      )}
      {progress ? (
        <MoonProgress doing="Trying it, and what could be changed" {...progress} onStop={stop} />
      ) : (
        <Action label="Try it there" icon="moon-full" disabled={!ground} onPress={start} />
      )}
      {problem ? <Alert text={problem} /> : null}
      {result ? (
        <View role="group" aria-label="Trial result" style={styles.result}>
          {result.landing ? (
            <Landed landing={result.landing} />
          ) : (
            <Words>{cannotOpen(receiver, formatById(sent.format)!)}</Words>
          )}
          <Better trial={result} onChange={onChange} />
        </View>
      ) : null}
    </Card>
  );
}

const LABELS = ['What was meant', 'What it will be', 'Where they differ'] as const;

function Landed({ landing }: { readonly landing: TrialLanding }) {
  const { worst, psnr, meanAlphaError } = landing;
  const alpha = meanAlphaError === null ? '' : ` · alpha off by ${percent(meanAlphaError)}`;
  return (
    <>
      <Words kind="strong">
        {psnr === null
          ? 'It lands as it was meant'
          : `It comes within ${decibels(psnr)} of what was meant${alpha}`}
      </Words>
      <Words kind="small" soft>
        {`Shown: frame ${worst.frame}, where it differs most; in the square it is ${decibels(worst.psnr)}.`}
      </Words>
      <Pictures landing={landing} />
    </>
  );
}

/** From here on a change is worth the trouble, dB. */
const WORTH = 1;

interface BetterProps {
  readonly trial: Trial;
  readonly onChange: TrialCardProps['onChange'];
}

/** The change that would help most. */
function Better({ trial: { landing, changes }, onChange }: BetterProps) {
  const tokens = useTokens();
  const [best] = changes;
  const now = landing ? (landing.psnr ?? Infinity) : -Infinity;
  if (!best || (best.psnr ?? Infinity) - now <= WORTH) {
    return <Words kind="small">No other format or backdrop that was tried comes nearer.</Words>;
  }
  const before = landing ? ` instead of ${decibels(landing.psnr)}` : '';
  return (
    <View style={[styles.better, { backgroundColor: tokens.moonSoft }]}>
      <Words>{`${describe(best.change)} would help most: ${decibels(best.psnr)}${before}.`}</Words>
      <Action label="Change to that" tone="soft" onPress={() => onChange(best.change)} />
    </View>
  );
}

function Pictures({ landing }: { readonly landing: TrialLanding }) {
  const tokens = useTokens();
  const wide = useWide();
  const make = useCallback(() => Promise.resolve(landing.pictures), [landing]);
  const { urls } = usePictures(make);
  const { left, top, right, bottom } = landing.worst.box;
  const place = useMemo(
    () => ({
      left: `${left * 100}%` as const,
      top: `${top * 100}%` as const,
      width: `${(right - left) * 100}%` as const,
      height: `${(bottom - top) * 100}%` as const,
    }),
    [bottom, left, right, top],
  );
  return (
    <View style={styles.pictures}>
      {LABELS.map((label, i) => (
        <View key={label} style={[styles.picture, wide && styles.third]}>
          <View>
            <Image
              source={{ uri: urls[i] ?? '' }}
              accessibilityLabel={label}
              style={styles.image}
              resizeMode="stretch"
            />
            <View style={[styles.spot, place, { borderColor: tokens.moon }]} />
          </View>
          <Words kind="small">{label}</Words>
        </View>
      ))}
    </View>
  );
}

function describe({ format, backdrop }: SendChange): string {
  const label = formatById(format)!.label;
  if (backdrop === null) return `Sending it as ${label}`;
  return backdrop.kind === 'clear'
    ? `Sending it clear, as ${label},`
    : `Sending it on ${colourName(backdrop.colour)}, as ${label},`;
}

const styles = StyleSheet.create({
  result: { gap: 6 },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  picture: { flexGrow: 1, flexBasis: '100%', gap: 2 },
  third: { flexBasis: 150 },
  image: { width: '100%', aspectRatio: 16 / 9, borderRadius: 6 },
  spot: { position: 'absolute', borderWidth: 2 },
  better: { borderRadius: RADIUS.inner, padding: 12, gap: 8 },
});
