import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { shiftLayer, type ClipLayer } from '@/core/document';
import type { ClipEvent, EventKind } from '@/core/footage/events';
import { timeLayers } from '@/core/motion/timing';
import { secondsToFrames } from '@/core/time';
import { work } from '@/store/work';
import { Action } from '@/ui/Action';
import { Choice, LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { Words } from '@/ui/Words';
import { useLongWork } from '../../shared/useLongWork';
import { useEditing } from '../editing';
import type { SectionProps } from './types';

const KINDS: readonly { value: EventKind; label: string }[] = [
  { value: 'flash', label: 'A flash' },
  { value: 'first change', label: 'The first change' },
  { value: 'hit', label: 'A hit in the sound' },
];

interface Found {
  readonly own: ClipEvent;
  readonly other: ClipEvent;
}

/** Shifts a clip so that something that happens in it happens together with the same in another. */
export function LineUpFold({ layer }: SectionProps<ClipLayer>) {
  const { bundle, document, edit } = useEditing();
  const others = document.layers.filter(
    (other): other is ClipLayer => other.kind === 'clip' && other.id !== layer.id,
  );
  const [kind, setKind] = useState<EventKind>('flash');
  const [chosen, setChosen] = useState<string | null>(null);
  const { progress, result, problem, run } = useLongWork<Found>();
  const other = others.find(({ id }) => id === chosen) ?? others[0];
  if (!other) return null;
  const footageOf = (clip: ClipLayer) => bundle.footage.find(({ id }) => id === clip.footage)!;
  const find = () =>
    void run(async (report, signal) => ({
      own: await work.findEvent(footageOf(layer), kind, report, signal),
      other: await work.findEvent(footageOf(other), kind, report, signal),
    }));
  const by = result ? shiftFor(result) : 0;
  /** Frames by which this clip has to start later. */
  function shiftFor({ own, other: theirs }: Found): number {
    const timings = timeLayers(document);
    const at = (clip: ClipLayer, event: ClipEvent) =>
      timings.get(clip.id)!.from +
      secondsToFrames(
        clip.time.lead + (event.seconds - clip.time.in) / clip.time.speed,
        document.rate,
      );
    return at(other, theirs) - at(layer, own);
  }
  return (
    <Fold label="Line up" icon="vector-link" now={`with ${other.name}`}>
      {others.length > 1 ? (
        <LongChoice
          label="Line up with"
          options={others.map(({ id, name }) => ({ value: id, label: name }))}
          value={other.id}
          onChange={setChosen}
        />
      ) : null}
      <Choice label="Line up by" options={KINDS} value={kind} onChange={setKind} />
      <View style={styles.row}>
        <Action
          label={progress ? `Looking… ${progress.done} of ${progress.total}` : 'Find it in both'}
          icon="magnify"
          disabled={progress !== null}
          onPress={find}
        />
      </View>
      {problem ? (
        <View role="alert">
          <Words>{problem}</Words>
        </View>
      ) : null}
      {result ? (
        <View role="group" aria-label="Found">
          <Words>
            {`At ${result.own.seconds.toFixed(2)} s here and at ${result.other.seconds.toFixed(2)} s there: ${by === 0 ? 'they are lined up' : `${by} frames apart`}. Certainty ${percent(Math.min(result.own.certainty, result.other.certainty))}.`}
          </Words>
          <Action
            label="Line them up"
            icon="arrow-collapse-horizontal"
            tone="main"
            disabled={by === 0}
            onPress={() => edit((stack) => shiftLayer(stack, layer.id, by))}
          />
        </View>
      ) : null}
    </Fold>
  );
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;

const styles = StyleSheet.create({ row: { flexDirection: 'row' } });
