import { useEffect, useState } from 'react';
import { type Bundle, type Footage, type Landing, type Overlay } from '@/core/document';
import { changeTrack, trimTrack } from '@/core/edit';
import { landingHits } from '@/core/sound/landingHits';
import { trackSeconds } from '@/core/sound/voices';
import { secondsToFrames } from '@/core/time';
import { editLanding, type LandingEdit } from '@/store/editing';
import { useAppDispatch } from '@/store/store';
import { work, type MeasuredSound } from '@/store/work';
import type { Lane } from '@/ui/cueSheet/types';
import { useEditing } from './editing';

/** Edits of what only landings have. */
export function useLandingEdit(): (edit: LandingEdit, gesture?: string | null) => void {
  const { document } = useEditing();
  const dispatch = useAppDispatch();
  return (edit, gesture = null) => dispatch(editLanding(document.id, edit, gesture));
}

type Measured = ReadonlyMap<string, MeasuredSound>;

/** Waveforms and hits of the sounds of a landing, by footage, as they are found. */
export function useMeasuredSounds({ document, footage }: Bundle): Measured {
  const [measured, setMeasured] = useState<Measured>(new Map());
  const wanted =
    document.kind === 'landing' ? [...new Set(document.sounds.map((track) => track.footage))] : [];
  const sources = footage.filter(({ id }) => wanted.includes(id));
  const key = sources.map(({ media }) => media.hash).join(' ');
  useEffect(() => {
    let gone = false;
    for (const source of sources) {
      work.measureSound(source).then(
        (found) => {
          if (!gone) setMeasured((before) => new Map(before).set(source.id, found));
        },
        () => undefined,
      );
    }
    return () => {
      gone = true;
    };
    // The key tells which sources there are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return measured;
}

/** Frames of a landing at which hits are heard; none in an overlay. */
export const hitFrames = (document: Overlay | Landing, measured: Measured): readonly number[] =>
  document.kind === 'landing' ? landingHits(document, (id) => measured.get(id)?.hits ?? []) : [];

/** The hits heard in the document that is edited. */
export function useHits(): readonly number[] {
  const { bundle } = useEditing();
  return hitFrames(bundle.document, useMeasuredSounds(bundle));
}

/** Drags of sounds in the cue sheet. Both tell whether it was a sound that was dragged. */
export function useSoundDrags() {
  const { bundle } = useEditing();
  const edit = useLandingEdit();
  const { document, footage } = bundle;
  const trackOf = (id: string) =>
    document.kind === 'landing' ? document.sounds.find((track) => track.id === id) : undefined;
  return {
    shift: (id: string, by: number, gesture: string): boolean => {
      if (!trackOf(id)) return false;
      edit(
        (landing) => changeTrack(landing, id, (track) => ({ ...track, start: track.start + by })),
        gesture,
      );
      return true;
    },
    trim: (id: string, end: 'from' | 'to', by: number, gesture: string): boolean => {
      const track = trackOf(id);
      const source = footage.find((entry) => entry.id === track?.footage);
      if (track && source) {
        edit((landing) => trimTrack(landing, id, end, by, source.duration), gesture);
      }
      return track !== undefined;
    },
  };
}

/** A landing's sounds as lanes, with their waveforms where these are known. */
export function soundLanes({ document, footage }: Bundle, measured: Measured): readonly Lane[] {
  if (document.kind !== 'landing') return [];
  const { rate } = document;
  return document.sounds.map((track): Lane => {
    const source = footage.find(({ id }) => id === track.footage);
    const seconds = source ? trackSeconds(track, source) : 1;
    const found = measured.get(track.footage ?? '');
    return {
      id: track.id,
      name: track.name,
      icon: track.muted ? 'volume-off' : 'music-note-outline',
      hidden: track.muted,
      locked: false,
      depth: 0,
      open: null,
      from: track.start,
      to: track.start + Math.max(1, secondsToFrames(seconds, rate)),
      arrive: 0,
      leave: 0,
      marks: [],
      keys: [],
      waits: false,
      trims: true,
      wave: found && source ? waveOf(track, source, seconds, found) : null,
    };
  });
}

/** The part of a waveform and of its hits that a track plays, in shares of its length. */
function waveOf(
  track: { readonly in: number },
  { duration }: Footage,
  seconds: number,
  { peaks, hits }: MeasuredSound,
): NonNullable<Lane['wave']> {
  const perSecond = peaks.length / Math.max(0.001, duration);
  return {
    peaks: peaks.slice(
      Math.round(track.in * perSecond),
      Math.round((track.in + seconds) * perSecond),
    ),
    hits: hits.map((hit) => (hit.seconds - track.in) / seconds).filter((at) => at >= 0 && at <= 1),
  };
}
