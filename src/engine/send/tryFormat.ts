import equal from 'fast-deep-equal';
import { EnlargedPictures } from '@/core/check';
import type { Bundle } from '@/core/document';
import { sceneAt, type Scene } from '@/core/scene';
import { estimatedBytes, sampleRuns } from '@/core/sending/estimate';
import { onSentBackdrop, planFiles, isPictures, type PlannedPictures } from '@/core/sending/plan';
import { Artist } from '../artist';
import { unwatched } from '../progress';
import { FORMAT_WORK } from './formats';
import { targetOf, type SendJob } from './makeFile';
import { compareFile, type Fidelity } from './readBack';
import { letGo } from './scratchFile';
import type { Making } from './types';

/** What a format would make of a document, found on sampled frames that were really encoded. */
export interface FormatTrial extends Fidelity {
  /** Of the whole file. */
  readonly bytes: number;
  /** File pixels per pixel of the picture or clip that is enlarged most; 0 without any. */
  readonly enlarged: number;
}

/**
 * Encodes sampled frames in a job's format, reads them back, and holds them against what was meant.
 * @returns null for what holds no pictures of its own
 */
export async function tryFormat(job: SendJob, signal: AbortSignal): Promise<FormatTrial | null> {
  const { settings } = job;
  const bundle = { ...job.bundle, document: onSentBackdrop(job.bundle.document, settings) };
  const files = planFiles(bundle.document, settings);
  const [first] = files;
  if (!isPictures(first)) return null;
  const { format, rate } = first;
  const frames = files.flatMap((file) => file.frames);
  const artist = new Artist();
  try {
    const moves = await movesOf(artist, bundle, frames);
    const runs = sampleRuns(moves, format);
    const sampled: PlannedPictures = {
      format,
      rate,
      part: null,
      frames: runs.flatMap(({ from, to }) => frames.slice(from, to)),
    };
    // Where margins are cropped, what is measured is the picture with them: they cost next to nothing.
    const target = targetOf(bundle, settings, sampled, null, null);
    const work: Making = {
      ...{ artist, bundle, settings, planned: sampled, target, crop: null },
      ...{ progress: unwatched, signal },
    };
    const { encode, frameBytes } = FORMAT_WORK[format.id];
    const file = await encode(work);
    try {
      const { meanColour: _colour, ...truth } = await compareFile(file, work, () => undefined);
      const sizes = await frameBytes(file);
      const enlarged = (await mostEnlarged(work)) * settings.scale;
      const bytes = estimatedBytes({ runs, moves, rate }, file.size, sizes);
      return { ...truth, bytes, enlarged };
    } finally {
      await letGo(file);
    }
  } finally {
    artist.close();
  }
}

/** Of each frame, whether its scene differs from the one before; footage always moves. */
async function movesOf(
  artist: Artist,
  bundle: Bundle,
  frames: readonly number[],
): Promise<readonly boolean[]> {
  if (bundle.document.kind === 'landing') return frames.map(() => true);
  const assets = await artist.assets(bundle);
  let before: Scene | null = null;
  return frames.map((frame) => {
    const scene = sceneAt(bundle.document, frame, assets);
    const moves = !equal(scene, before);
    before = scene;
    return moves;
  });
}

async function mostEnlarged({ artist, bundle, planned }: Making): Promise<number> {
  const assets = await artist.assets(bundle);
  const pictures = new EnlargedPictures();
  for (const frame of planned.frames) {
    pictures.add(sceneAt(bundle.document, frame, assets).items, frame);
  }
  return Math.max(0, ...pictures.all().map(({ scale }) => scale));
}
