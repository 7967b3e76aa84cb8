import type { Bundle, Overlay } from '@/core/document';
import { psnrOf, summarise } from '@/core/matte/compare';
import { opens, receiverById, type SendChange, type Receiver } from '@/core/receivers';
import { cornerColour, treatmentsOf, type Treatment } from '@/core/receivers/takeIn';
import type { Box } from '@/core/scene';
import { isPictures, onSentBackdrop, planFiles, type PlannedPictures } from '@/core/sending/plan';
import { evenlySpread } from '@/core/time';
import { pixelsOn } from '@/paint/browserTools';
import { Artist } from '../artist';
import { stopIfAborted, type Progress } from '../progress';
import { FORMAT_WORK } from '../send/formats';
import { letGo } from '../send/scratchFile';
import { targetOf, type SendJob } from '../send/makeFile';
import { takeMoments, TRIED, type Moment } from './moments';
import { TrialGround, type Seen } from './trialGround';

/** A sent file, what it was made of, and where it is to land. */
export interface TrialRequest {
  /** An overlay, and the settings that it was sent by. */
  readonly job: SendJob;
  readonly planned: PlannedPictures;
  readonly file: Blob;
  /** The part of the overlay it shows, in overlay pixels; null for all. */
  readonly crop: Box | null;
  readonly receiver: string;
  /** A landing that the overlay is on. */
  readonly around: Bundle;
}

/** What a receiver makes of a file, held against what was meant. */
export interface TrialLanding {
  /** PSNR over all tried moments, dB; null when nothing differs. */
  readonly psnr: number | null;
  /** Mean difference between the artwork's alpha and the receiver's; null where it has none. */
  readonly meanAlphaError: number | null;
  /** The overlay's frame, and the place in shares of the picture, where they differ most. */
  readonly worst: { readonly frame: number; readonly box: Box; readonly psnr: number | null };
  /** What was meant, what it will be, and the difference, at the worst frame; PNG. */
  readonly pictures: readonly Blob[];
}

/** A change, and how near its file would come to what was meant, dB; null when nothing would differ. */
export interface TriedChange {
  readonly change: SendChange;
  readonly psnr: number | null;
}

export interface Trial {
  /** Null where the receiver cannot open the file. */
  readonly landing: TrialLanding | null;
  /** Changes that were tried, the best first; what the server cannot make just now is left out. */
  readonly changes: readonly TriedChange[];
}

/** Moments at which a change is tried. */
const TRIED_OF_CHANGE = 3;

/**
 * Puts a file into a receiver, set as well as it can be, and holds what it makes of it against what
 * was meant; then does so with a few frames of what could be sent instead.
 * @throws MoonError 'not-found' where the overlay is not on the landing
 */
export async function trialLanding(
  request: TrialRequest,
  changes: readonly SendChange[],
  progress: Progress,
  signal: AbortSignal,
): Promise<Trial> {
  const receiver = receiverById(request.receiver)!;
  const { job, planned, crop, around } = request;
  const ground = await TrialGround.on(job.bundle, crop, around, receiver);
  const total = changes.length + 1;
  try {
    const best = opens(receiver, planned.format)
      ? await bestTreatment(ground, receiver, request, TRIED, signal)
      : null;
    const landing = best && (await reportOf(best, ground));
    const tried: TriedChange[] = [];
    for (const [i, change] of changes.entries()) {
      progress(i + 1, total);
      const sample = await sampleOf(request, change, signal);
      if (!sample) continue;
      try {
        const { squared } = await bestTreatment(ground, receiver, sample, TRIED_OF_CHANGE, signal);
        tried.push({ change, psnr: psnrOf(squared) });
      } finally {
        await letGo(sample.file);
      }
    }
    progress(total, total);
    tried.sort((a, b) => (b.psnr ?? Infinity) - (a.psnr ?? Infinity));
    return { landing, changes: tried };
  } finally {
    ground.close();
  }
}

async function bestTreatment(
  ground: TrialGround,
  receiver: Receiver,
  { job, planned, file }: Pick<TrialRequest, 'job' | 'planned' | 'file'>,
  tried: number,
  signal: AbortSignal,
): Promise<Judged> {
  const { length } = job.bundle.document;
  const moments = await takeMoments(receiver, file, planned, length, tried, signal);
  const { canvas } = moments[0].picture;
  const corner = cornerColour(pixelsOn(moments[0].picture), canvas.width, canvas.height);
  let best: Judged | null = null;
  for (const setting of treatmentsOf(receiver.laying, corner)) {
    const judged = await judge(ground, moments, setting, signal);
    if (!best || judged.squared < best.squared) best = judged;
  }
  return best!;
}

/** How a file looks with a receiver set in one way. */
interface Judged {
  readonly setting: Treatment;
  /** Mean squared difference over all moments. */
  readonly squared: number;
  readonly meanAlphaError: number | null;
  readonly worst: { readonly moment: Moment; readonly difference: Seen['difference'] };
}

async function judge(
  ground: TrialGround,
  moments: readonly Moment[],
  setting: Treatment,
  signal: AbortSignal,
): Promise<Judged> {
  const seen: (Pick<Seen, 'difference' | 'alpha'> & { readonly moment: Moment })[] = [];
  for (const moment of moments) {
    stopIfAborted(signal);
    const { difference, alpha } = await ground.see(moment, setting);
    seen.push({ moment, difference, alpha });
  }
  const alphas = seen.flatMap(({ alpha }) => alpha ?? []);
  return {
    setting,
    squared: seen.reduce((sum, { difference }) => sum + difference.squared, 0) / seen.length,
    meanAlphaError: alphas.length > 0 ? summarise(alphas).meanAlpha : null,
    worst: seen.reduce((most, entry) =>
      entry.difference.worst.squared > most.difference.worst.squared ? entry : most,
    ),
  };
}

async function reportOf(
  { setting, squared, meanAlphaError, worst }: Judged,
  ground: TrialGround,
): Promise<TrialLanding> {
  const { width, height, pictures } = await ground.see(worst.moment, setting);
  const { box, squared: most } = worst.difference.worst;
  return {
    psnr: psnrOf(squared),
    meanAlphaError,
    worst: {
      frame: worst.moment.overlayFrame,
      box: {
        ...{ left: box.left / width, right: box.right / width },
        ...{ top: box.top / height, bottom: box.bottom / height },
      },
      psnr: psnrOf(most),
    },
    pictures: await pictures(),
  };
}

/** A file of only the moments that are tried, by other settings; null where the server cannot make it. */
async function sampleOf(
  request: TrialRequest,
  change: SendChange,
  signal: AbortSignal,
): Promise<Pick<TrialRequest, 'job' | 'planned' | 'file'> | null> {
  const settings = { ...request.job.settings, ...change };
  const own = request.job.bundle;
  const overlay = own.document as Overlay;
  const bundle = { ...own, document: onSentBackdrop(overlay, settings) };
  const [whole] = planFiles(overlay, settings);
  if (!isPictures(whole)) return null;
  const sampled = evenlySpread(whole.frames.length, TRIED_OF_CHANGE);
  const frames = sampled.map((index) => whole.frames[index]);
  const planned: PlannedPictures = { ...whole, frames };
  const { crop } = request;
  const artist = new Artist();
  try {
    const target = targetOf(bundle, settings, planned, crop, null);
    const unwatched = () => undefined;
    const file = await FORMAT_WORK[planned.format.id].encode({
      ...{ artist, bundle, settings, planned, target, crop, signal },
      progress: unwatched,
    });
    return { job: { bundle: own, settings }, planned, file };
  } finally {
    artist.close();
  }
}
