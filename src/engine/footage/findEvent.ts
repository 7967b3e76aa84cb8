import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import {
  findFirstChange,
  findFlash,
  strongestHit,
  type ClipEvent,
  type EventKind,
  type FrameMeasure,
} from '@/core/footage/events';
import { frameDifference, meanLuma, type SmallFrame } from '@/core/footage/smallFrames';
import { quoted } from '@/core/quoted';
import type { Progress } from '../progress';
import { measureSound, MOST_SECONDS as MOST_SOUND_SECONDS } from '../sound/measureSound';
import { MOST_SECONDS, rateOf, smallFrames } from './smallFrames';

/**
 * When something happens in a clip that another one can be lined up by.
 * @throws MoonError 'not-found' where nothing of that kind happens
 */
export async function findEvent(
  footage: Footage,
  kind: EventKind,
  progress: Progress,
  signal: AbortSignal,
): Promise<ClipEvent> {
  const found =
    kind === 'hit'
      ? strongestHit((await measureSound(footage)).hits)
      : await pictureEvent(footage, kind, progress, signal);
  if (found) return found;
  const looked = kind === 'hit' ? MOST_SOUND_SECONDS : MOST_SECONDS;
  const where = footage.duration > looked ? `the first ${looked} s of ` : '';
  throw new MoonError('not-found', `There is no ${kind} in ${where}${quoted(footage.name)}.`);
}

async function pictureEvent(
  footage: Footage,
  kind: Exclude<EventKind, 'hit'>,
  progress: Progress,
  signal: AbortSignal,
): Promise<ClipEvent | null> {
  const measures: FrameMeasure[] = [];
  let before: SmallFrame | null = null;
  for await (const frame of smallFrames(footage, progress, signal)) {
    const change = before ? frameDifference(before, frame) : 0;
    measures.push({ luma: meanLuma(frame), change });
    before = frame;
  }
  const found = kind === 'flash' ? findFlash(measures) : findFirstChange(measures);
  return found && { seconds: found.frame / rateOf(footage), certainty: found.certainty };
}
