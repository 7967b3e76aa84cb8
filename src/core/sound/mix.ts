import { SAMPLE_RATE, type Stereo } from './types';
import type { Heard } from './voices';
import type { Rate } from '../time';

/** The first sample of a landing frame. */
export const sampleOfFrame = (frame: number, rate: Rate): number =>
  Math.round((frame * rate.den * SAMPLE_RATE) / rate.num);

/** The landing frame that a sample belongs to. */
export function frameOfSample(sample: number, rate: Rate): number {
  const frame = Math.floor((sample * rate.num) / (rate.den * SAMPLE_RATE));
  if (sampleOfFrame(frame, rate) > sample) return frame - 1;
  return sampleOfFrame(frame + 1, rate) <= sample ? frame + 1 : frame;
}

/** Decoded samples round what is heard: `start` is the second of the source of the first one. */
export interface Decoded extends Stereo {
  readonly start: number;
  readonly sampleRate: number;
}

/**
 * Adds what is heard of a source to the samples of a landing frame, at whatever speed or direction it takes to
 * fill its part of it, with its gain going over from one end to the other.
 * @param block the samples of the whole frame
 */
export function addHeard(block: Stereo, heard: Heard, source: Decoded): void {
  const { length } = block.left;
  const [first, last] = heard.gain;
  const [begin, end] = [heard.begin * length, heard.end * length];
  const step = ((heard.to - heard.from) * source.sampleRate) / (end - begin);
  const origin = (heard.from - source.start) * source.sampleRate;
  const stop = Math.min(length, Math.ceil(end - EXACT));
  for (let i = Math.max(0, Math.ceil(begin - EXACT)); i < stop; i++) {
    const gain = first + ((last - first) * (i - begin)) / (end - begin);
    const at = origin + (i - begin) * step;
    block.left[i] += gain * sampleAt(source.left, at);
    block.right[i] += gain * sampleAt(source.right, at);
  }
}

/** Samples by which two ends that meet may differ in floating point. */
const EXACT = 1e-6;

/** A value between samples, on the cubic curve through the four round it (Catmull and Rom, 1974). */
export function sampleAt(samples: Float32Array, at: number): number {
  const i = Math.floor(at);
  const t = at - i;
  const b = samples[i] ?? 0;
  if (t === 0) return b;
  const a = samples[i - 1] ?? b;
  const c = samples[i + 1] ?? 0;
  const d = samples[i + 2] ?? c;
  return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
}

/** Keeps a mix within full scale: what is over is cut off. */
export function limit({ left, right }: Stereo): void {
  for (const samples of [left, right]) {
    for (let i = 0; i < samples.length; i++) {
      if (samples[i] > 1) samples[i] = 1;
      else if (samples[i] < -1) samples[i] = -1;
    }
  }
}
