import { useCallback, useMemo, useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { nestedIn, type Bundle, type Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import { changesFor, type Change, type Receiver } from '@/core/receivers';
import { planFiles } from '@/core/sending/plan';
import { selectFootage, selectLandings } from '@/store/selectors';
import { trialGround, groundOf } from '@/store/sending';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { work, type Sent, type SendJob, type TrialLanding, type TriedChange } from '@/store/work';
import { Action } from '@/ui/Action';
import { LongChoice } from '@/ui/Chip';
import { RADIUS, useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';
import { useLongWork } from '../shared/useLongWork';
import { usePictures } from '../shared/usePictures';
import { decibels, percent } from './figures';

interface TrialCardProps {
  readonly sent: Sent;
  /** What it was made of. */
  readonly job: SendJob;
  readonly receiver: Receiver;
  /** Formats that can be made here and now. */
  readonly able: readonly string[];
  readonly onChange: (change: Change) => void;
}

interface Tried {
  readonly trial: TrialLanding;
  /** The change that would help most; null where nothing would. */
  readonly better: TriedChange | null;
}

/** From here on a change is worth the trouble, dB. */
const WORTH = 1;

/** The sent file itself, put through a receiver, beside what was meant. */
export function TrialCard({ sent, job, receiver, able, onChange }: TrialCardProps) {
  const tokens = useTokens();
  const overlay = job.bundle.document as Overlay;
  const { grounds, ground, choose, bundleOn } = useGrounds(overlay);
  const { progress, result, problem, run, stop } = useLongWork<Tried>();
  const start = () =>
    void run(async (_report, signal) => {
      const planned = planFiles(overlay, job.settings).find(({ part }) => part === sent.part)!;
      const around = bundleOn(ground!);
      const request = {
        ...{ job, planned, file: sent.file, crop: sent.crop },
        ...{ receiver: receiver.id, around },
      };
      const trial = await work.trialLanding(request, signal);
      const formats = able.flatMap((id) => formatById(id) ?? []);
      const changes = changesFor(receiver, overlay, formats);
      const [best] = await work.tryChanges(request, changes, signal);
      const gain = (best?.psnr ?? Infinity) - (trial.psnr ?? Infinity);
      return { trial, better: best && gain > WORTH ? best : null };
    });
  return (
    <View style={[styles.card, { backgroundColor: tokens.card }]}>
      <Words kind="strong">{`Trial landing: ${receiver.label.toLowerCase()}`}</Words>
      <Words kind="small" soft>
        {`Puts ${sent.name} itself into it, over footage, and compares it with what was meant.`}
      </Words>
      {ground ? (
        <LongChoice label="Over what" options={grounds} value={ground} onChange={choose} />
      ) : (
        <Words>Bring in footage to land it on.</Words>
      )}
      {progress ? (
        <Action label="Stop the trial" onPress={stop} />
      ) : (
        <Action label="Try it there" icon="moon-full" disabled={!ground} onPress={start} />
      )}
      {progress ? <Words kind="small">Trying the file, then what could be changed …</Words> : null}
      {problem ? (
        <View role="alert">
          <Words style={{ color: tokens.rust }}>{problem}</Words>
        </View>
      ) : null}
      {result ? <Result tried={result} onChange={onChange} /> : null}
    </View>
  );
}

/** What an overlay can be tried on: the landings it is on, then footage. */
function useGrounds(overlay: Overlay) {
  const dispatch = useAppDispatch();
  const landings = useAppSelector(selectLandings).filter((landing) =>
    nestedIn(landing).includes(overlay.id),
  );
  const footage = useAppSelector(selectFootage).filter(({ type }) => type !== 'sound');
  const [chosen, setChosen] = useState<string | null>(null);
  const grounds = [...landings, ...footage].map(({ id, name }) => ({ value: id, label: name }));
  const ground = (grounds.find(({ value }) => value === chosen) ?? grounds[0])?.value ?? null;
  const bundleOn = (id: string): Bundle => {
    const clip = footage.find((entry) => entry.id === id);
    return clip ? dispatch(trialGround(overlay, clip)) : dispatch(groundOf(id));
  };
  return { grounds, ground, choose: setChosen, bundleOn };
}

const LABELS = ['What was meant', 'What it will be', 'Where they differ'] as const;

function Result({
  tried,
  onChange,
}: {
  readonly tried: Tried;
  readonly onChange: TrialCardProps['onChange'];
}) {
  const { trial, better } = tried;
  const tokens = useTokens();
  const { worst, psnr, meanAlphaError } = trial;
  const alpha = meanAlphaError === null ? '' : ` · alpha off by ${percent(meanAlphaError)}`;
  return (
    <View role="group" aria-label="Trial result" style={styles.result}>
      <Words kind="strong">
        {psnr === null
          ? 'It lands as it was meant'
          : `It comes within ${decibels(psnr)} of what was meant${alpha}`}
      </Words>
      <Words kind="small" soft>
        {`Shown: frame ${worst.frame}, where it differs most; in the square it is ${decibels(worst.psnr)}.`}
      </Words>
      <Pictures trial={trial} />
      {better ? (
        <View style={[styles.better, { backgroundColor: tokens.moonSoft }]}>
          <Words>
            {`${describe(better.change)} would help most: ${decibels(better.psnr)} instead of ${decibels(psnr)}.`}
          </Words>
          <Action label="Change to that" tone="soft" onPress={() => onChange(better.change)} />
        </View>
      ) : (
        <Words kind="small">No other format or backdrop that was tried comes nearer.</Words>
      )}
    </View>
  );
}

function Pictures({ trial }: { readonly trial: TrialLanding }) {
  const tokens = useTokens();
  const make = useCallback(() => Promise.resolve(trial.pictures), [trial]);
  const { urls } = usePictures(make);
  const { left, top, right, bottom } = trial.worst.box;
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
        <View key={label} style={styles.picture}>
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

function describe({ format, backdrop }: Change): string {
  const label = formatById(format)!.label;
  if (backdrop === null) return `Sending it as ${label}`;
  return backdrop.kind === 'clear'
    ? `Sending it clear, as ${label},`
    : `Sending it on ${backdrop.colour}, as ${label},`;
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, padding: 14, gap: 6 },
  result: { gap: 6 },
  pictures: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  picture: { flexGrow: 1, flexBasis: 200, gap: 2 },
  image: { width: '100%', aspectRatio: 16 / 9, borderRadius: 6 },
  spot: { position: 'absolute', borderWidth: 2 },
  better: { borderRadius: RADIUS.inner, padding: 12, gap: 8 },
});
