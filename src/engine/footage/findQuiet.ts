import type { Footage } from '@/core/document';
import { quietMap, type QuietMap } from '@/core/footage/quiet';
import type { SmallFrame } from '@/core/footage/smallFrames';
import { openFrames } from '../media/frameSource';
import { rateOf, smallFrame, stillFrame } from './smallFrames';

/** Pairs of frames that follow each other, spread over the clip. */
const SAMPLES = 8;

/** How busy footage is, cell by cell, from one of its seconds to another. */
export async function findQuiet(footage: Footage, from: number, to: number): Promise<QuietMap> {
  if (footage.type === 'still') {
    const frame = await stillFrame(footage);
    return quietMap([[frame, frame]]);
  }
  const step = 1 / rateOf(footage);
  const reader = await openFrames(footage.media);
  try {
    const pairs: [SmallFrame, SmallFrame][] = [];
    for (let i = 0; i < SAMPLES; i++) {
      const seconds = from + ((i + 0.5) / SAMPLES) * Math.max(step, to - from);
      pairs.push([await smallFrame(reader, seconds), await smallFrame(reader, seconds + step)]);
    }
    return quietMap(pairs);
  } finally {
    reader.close();
  }
}
