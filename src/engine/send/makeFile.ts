import type { Bundle, Overlay } from '@/core/document';
import { MoonError } from '@/core/errors';
import { holdsPictures, sentSize } from '@/core/formats';
import { firstSettings, type SendSettings } from '@/core/document/sendSettings';
import {
  isPictures,
  onSentBackdrop,
  plannedName,
  planFiles,
  type Part,
  type PlannedFile,
} from '@/core/sending/plan';
import {
  wholeProgress,
  type FileWork,
  type Step,
  type StepProgress,
} from '@/core/sending/wholeProgress';
import type { Box } from '@/core/scene';
import { sampleOfFrame } from '@/core/sound/mix';
import { Artist } from '../artist';
import type { Progress } from '../progress';
import { isHeard } from '../sound/hasSound';
import { Mixer } from '../sound/mixer';
import { artworkBounds } from './crop';
import { FORMAT_WORK } from './formats';
import { readBack, type ReadBack } from './readBack';
import { letGo } from './scratchFile';
import { landedOverlays, makeTimeline } from './timeline';
import type { EncodeTarget, Making } from './types';

/** A document with the settings it is to be sent by. */
export interface SendJob {
  readonly bundle: Bundle;
  readonly settings: SendSettings;
}

/** A file that was made and read back. */
export interface Made {
  readonly file: Blob;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly format: string;
  readonly part: Part | null;
  /** The part of the document it shows, in document pixels; null for all. */
  readonly crop: Box | null;
  /** Null where there are no pictures in it to read back. */
  readonly readBack: ReadBack | null;
}

/** How far a file is, and whether to go on. */
export interface Watch {
  readonly onStage: (stage: Step) => void;
  readonly progress: StepProgress;
  readonly signal: AbortSignal;
}

/** What making a file takes. */
export const workOf = ({ settings }: SendJob, { format, frames }: PlannedFile): FileWork => ({
  frames: frames.length,
  steps: [
    ...(settings.crop ? (['looking'] as const) : []),
    'making',
    ...(holdsPictures(format) ? (['reading back'] as const) : []),
  ],
});

/**
 * Makes one file and reads it back: only a file that holds what was meant is given out.
 * @throws MoonError 'stopped' | 'storage-full' | 'encode-failed' | 'read-back-differs'
 */
export async function makeFile(job: SendJob, planned: PlannedFile, watch: Watch): Promise<Made> {
  const { settings } = job;
  if (!isPictures(planned)) return makeLandingTimeline(job, planned, watch);
  const bundle = { ...job.bundle, document: onSentBackdrop(job.bundle.document, settings) };
  const sound = await soundOf(bundle, planned);
  const artist = new Artist();
  const { onStage, signal } = watch;
  const progressOf =
    (step: Step): Progress =>
    (done, total) =>
      watch.progress(step, done, total);
  try {
    if (settings.crop) onStage('looking');
    const crop = settings.crop
      ? await artworkBounds(artist, bundle, planned.frames, progressOf('looking'), signal)
      : null;
    const target = targetOf(bundle, settings, planned, crop, sound?.heard ?? null);
    // What is cropped may be too small for a coder that takes the whole.
    const unable = await FORMAT_WORK[planned.format.id].missing(target);
    if (unable) throw new MoonError('encode-failed', unable);
    onStage('making');
    const work: Making = {
      ...{ artist, bundle, settings, planned, target, crop, signal },
      progress: progressOf('making'),
    };
    const file = await FORMAT_WORK[planned.format.id].encode(work);
    onStage('reading back');
    const reading = { ...work, progress: progressOf('reading back') };
    const report = await readBack(file, reading).catch(async (error: unknown) => {
      await letGo(file);
      throw error;
    });
    return { ...sentAs(job, planned, target), file, crop, readBack: report };
  } finally {
    artist.close();
    sound?.close();
  }
}

const sentAs = (
  job: SendJob,
  planned: PlannedFile,
  { width, height }: { readonly width: number; readonly height: number },
) => ({
  name: plannedName(job.bundle.document, job.settings, planned, { width, height }),
  width,
  height,
  format: planned.format.id,
  part: planned.part,
});

/** @param crop the part of the document that is shown; null for all */
export function targetOf(
  { document }: Bundle,
  { scale }: SendSettings,
  { format, frames, rate }: PlannedFile,
  crop: Box | null,
  sound: EncodeTarget['sound'],
): EncodeTarget {
  const shown = crop
    ? { width: crop.right - crop.left, height: crop.bottom - crop.top }
    : { width: document.width, height: document.height };
  return { ...sentSize(shown, format, scale), rate, frames: frames.length, sound };
}

/** What is heard with each planned frame; null where nothing is. */
async function soundOf(bundle: Bundle, { format, frames, rate }: PlannedFile) {
  if (!format.sounds || !(await isHeard(bundle))) return null;
  const mixer = new Mixer(bundle);
  const start = sampleOfFrame(frames[0], bundle.document.rate);
  // By the file's own time: a frame may be sent twice, or left out.
  const at = (index: number) => start + sampleOfFrame(index, rate);
  return {
    heard: (index: number) => mixer.samples(at(index), at(index + 1)),
    close: () => mixer.close(),
  };
}

/** A landing as a timeline with its media, its overlays made clear clips on the way. */
async function makeLandingTimeline(
  job: SendJob,
  planned: PlannedFile,
  watch: Watch,
): Promise<Made> {
  watch.onStage('making');
  const settings: SendSettings = { ...firstSettings('vp9'), backdrop: { kind: 'clear' } };
  const clips = landedOverlays(job.bundle).map((overlay) => ({
    job: { bundle: { ...job.bundle, document: overlay }, settings },
    planned: planFiles(overlay, settings)[0],
    overlay,
  }));
  const progressOf = wholeProgress(
    clips.map((clip) => workOf(clip.job, clip.planned)),
    (done, total) => watch.progress('making', done, total),
  );
  const made = new Map<Overlay, Uint8Array>();
  for (const [index, clip] of clips.entries()) {
    const { file } = await makeFile(clip.job, clip.planned, {
      onStage: () => undefined,
      progress: progressOf(index),
      signal: watch.signal,
    });
    made.set(clip.overlay, new Uint8Array(await file.arrayBuffer()));
    await letGo(file);
  }
  const file = await makeTimeline(job.bundle, made, watch.signal);
  return { ...sentAs(job, planned, job.bundle.document), file, crop: null, readBack: null };
}
