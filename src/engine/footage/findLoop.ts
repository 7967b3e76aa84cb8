import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import { findLoop, type LoopPoints } from '@/core/footage/loops';
import type { SmallFrame } from '@/core/footage/smallFrames';
import { quoted } from '@/core/quoted';
import type { Progress } from '../progress';
import { rateOf, smallFrames } from './smallFrames';

const MOST_FRAMES = 600;

/** Least seconds of a loop. */
const SHORTEST = 1;

/** A loop in seconds of the source. */
export interface FoundLoop {
  readonly in: number;
  readonly out: number;
  readonly seam: LoopPoints['seam'];
}

/** The best loop in a clip. @throws MoonError 'not-found' where it is too short for one */
export async function findLoopIn(
  footage: Footage,
  progress: Progress,
  signal: AbortSignal,
): Promise<FoundLoop> {
  const rate = rateOf(footage);
  const frames: SmallFrame[] = [];
  for await (const frame of smallFrames(footage, progress, signal)) {
    frames.push(frame);
    if (frames.length === MOST_FRAMES) break;
  }
  const loop = findLoop(frames, Math.round(SHORTEST * rate));
  if (!loop) throw new MoonError('not-found', `${quoted(footage.name)} is too short for a loop.`);
  return { in: loop.from / rate, out: loop.to / rate, seam: loop.seam };
}
