import { useState } from 'react';
import { View } from 'react-native';
import { type ClipLayer, type Stack } from '@/core/document';
import { shiftLayer } from '@/core/edit';
import { MoonError } from '@/core/errors';
import type { ClipEvent, EventKind } from '@/core/footage/events';
import { timeLayers } from '@/core/motion/timing';
import { secondsToFrames } from '@/core/time';
import { work, type Progress } from '@/store/work';
import { Action } from '@/ui/Action';
import { Choice, LongChoice } from '@/ui/Chip';
import { Fold } from '@/ui/Fold';
import { Words } from '@/ui/Words';
import { LookAction } from '../../shared/LookAction';
import { useLongWork } from '../../shared/useLongWork';
import { useEditing } from '../editing';
import type { SectionProps } from './types';
import { quoted } from '@/core/quoted';

const KINDS: readonly { value: EventKind; label: string }[] = [
  { value: 'flash', label: 'A flash' },
  { value: 'first change', label: 'The first change' },
  { value: 'hit', label: 'A hit in the sound' },
];

interface Found {
  /** The layer that was looked at beside this one. */
  readonly with: string;
  readonly own: Happening;
  readonly other: Happening;
}

/** What happens in a layer's clip, which lasts so many seconds. */
interface Happening {
  readonly layer: string;
  readonly event: ClipEvent;
  readonly duration: number;
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
  const look = async (clip: ClipLayer, report: Progress, signal: AbortSignal) => {
    const footage = bundle.footage.find(({ id }) => id === clip.footage);
    if (!footage) {
      throw new MoonError(
        'not-found',
        `The footage of ${quoted(clip.name)} is no longer in the kit.`,
      );
    }
    const event = await work.findEvent(footage, kind, report, signal);
    return { layer: clip.id, event, duration: footage.duration };
  };
  const find = () =>
    void run(async (report, signal) => ({
      with: other.id,
      own: await look(layer, report, signal),
      other: await look(other, report, signal),
    }));
  const found = result?.with === other.id ? result : null;
  const by = found ? framesApart(document, found) : 0;
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
      <LookAction
        label="Find it in both"
        icon="magnify"
        progress={progress}
        problem={problem}
        onPress={find}
      />
      {found ? (
        <View role="group" aria-label="Found">
          <Words>
            {`At ${found.own.event.seconds.toFixed(2)} s here and at ${found.other.event.seconds.toFixed(2)} s there: ${by === 0 ? 'they are lined up' : `${Math.abs(by)} frames apart`}. Certainty ${percent(Math.min(found.own.event.certainty, found.other.event.certainty))}.`}
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

/** Frames by which what happens in this clip comes before what happens in the other. */
function framesApart(document: Stack, { own, other }: Found): number {
  const timings = timeLayers(document);
  const frameOf = ({ layer, event, duration }: Happening): number => {
    const { time } = document.layers.find(({ id }) => id === layer) as ClipLayer;
    const run = time.reverse ? (time.out ?? duration) - event.seconds : event.seconds - time.in;
    const elapsed = time.lead + run / time.speed;
    return timings.get(layer)!.from + secondsToFrames(elapsed, document.rate);
  };
  return frameOf(other) - frameOf(own);
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;
