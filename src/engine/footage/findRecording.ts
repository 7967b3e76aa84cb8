import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import { findDrawingArea } from '@/core/recording/area';
import { countFrame } from '@/core/recording/count';
import { recordingProposal, type RecordingProposal } from '@/core/recording/proposal';
import { findDrawingTimes } from '@/core/recording/times';
import type { FrameCount, FramePixels } from '@/core/recording/types';
import { perSecond } from '@/core/time';
import { framePixels } from '../media/framePixels';
import { openFrames, type FrameSource } from '../media/frameSource';
import { stopIfAborted, type Progress } from '../progress';
import { quoted } from '@/core/quoted';

/** Longest side at which frames are looked at: a border is found to a pixel or two there. */
const LONGEST = 1280;

/** Frames, spread over the recording, in which its area is looked for. */
const SAMPLES = 9;

/**
 * What is drawn in a screen recording, and where and when; two frames are held at a time, but for
 * the few that its area is found in.
 * @throws MoonError 'media-unreadable' | 'stopped'
 */
export async function findRecording(
  footage: Footage,
  progress: Progress,
  signal: AbortSignal,
): Promise<RecordingProposal> {
  if (footage.type !== 'video' || !footage.rate) {
    throw new MoonError('media-unreadable', `${quoted(footage.name)} is no moving footage.`);
  }
  const rate = perSecond(footage.rate);
  const count = Math.max(1, Math.round(footage.duration * rate));
  const reader = await openFrames(footage.media);
  const look = frameLooker(reader, footage);
  try {
    const spread: FramePixels[] = [];
    for (let i = 0; i < SAMPLES; i++) {
      stopIfAborted(signal);
      spread.push(await look(Math.round((i * (count - 1)) / (SAMPLES - 1)) / rate));
    }
    const area = findDrawingArea(spread);
    const last = spread[SAMPLES - 1];
    const counts: FrameCount[] = [];
    let before: FramePixels | null = null;
    for (let i = 0; i < count; i++) {
      stopIfAborted(signal);
      const frame = await look(i / rate);
      counts.push(countFrame(frame, before, last, area));
      before = frame;
      progress(i + 1, count);
    }
    const scale = footage.width / last.width;
    return recordingProposal(area, findDrawingTimes(counts, rate), scale, rate);
  } finally {
    reader.close();
  }
}

function frameLooker(reader: FrameSource, { name, width, height }: Footage) {
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  const size = { width: Math.round(width * scale), height: Math.round(height * scale) };
  return async (seconds: number): Promise<FramePixels> => {
    const frame = await reader.at(seconds);
    if (!frame) {
      throw new MoonError('media-unreadable', `A frame of ${quoted(name)} could not be read.`);
    }
    return framePixels(frame, size);
  };
}
