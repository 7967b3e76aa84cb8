import type { Footage } from '@/core/document';
import { MoonError } from '@/core/errors';
import { findHits, HIT_RATE, type Hit } from '@/core/sound/hits';
import { sampleAt } from '@/core/sound/mix';
import { SoundReader } from './soundReader';
import { quoted } from '@/core/quoted';

/** Peaks a second of a measured waveform. */
export const PEAK_RATE = 100;

/** Longer sounds are measured up to here. */
export const MOST_SECONDS = 1200;

export interface MeasuredSound {
  /** Largest amplitude, 0…1, of each hundredth of a second. */
  readonly peaks: readonly number[];
  readonly hits: readonly Hit[];
}

const measured = new Map<string, Promise<MeasuredSound>>();

/** The waveform and the hits of a footage's sound; worked out once. @throws MoonError 'not-found' */
export function measureSound({ media, duration, name }: Footage): Promise<MeasuredSound> {
  const known = measured.get(media.hash);
  if (known) return known;
  const measuring = SoundReader.open(media).then(async (reader) => {
    if (!reader) {
      throw new MoonError('not-found', `${quoted(name)} has no sound that can be read.`);
    }
    try {
      return measure(await monoAt(reader, Math.min(duration, MOST_SECONDS)));
    } finally {
      reader.close();
    }
  });
  measured.set(media.hash, measuring);
  measuring.catch(() => measured.delete(media.hash));
  return measuring;
}

const CHUNK_SECONDS = 4;

/** Both channels as one, at the rate hits are found at. */
async function monoAt(reader: SoundReader, seconds: number): Promise<Float32Array> {
  const out = new Float32Array(Math.ceil(seconds * HIT_RATE));
  for (let from = 0; from < seconds; from += CHUNK_SECONDS) {
    const to = Math.min(seconds, from + CHUNK_SECONDS);
    const { left, right, start, sampleRate } = await reader.read(from, to);
    const last = Math.min(out.length, Math.ceil(to * HIT_RATE));
    for (let i = Math.ceil(from * HIT_RATE); i < last; i++) {
      const at = (i / HIT_RATE - start) * sampleRate;
      out[i] = (sampleAt(left, at) + sampleAt(right, at)) / 2;
    }
  }
  return out;
}

function measure(samples: Float32Array): MeasuredSound {
  const step = HIT_RATE / PEAK_RATE;
  const peaks = Array.from({ length: Math.ceil(samples.length / step) }, (_, column) => {
    let peak = 0;
    const to = Math.min(samples.length, Math.round((column + 1) * step));
    for (let i = Math.round(column * step); i < to; i++)
      peak = Math.max(peak, Math.abs(samples[i]));
    return Math.min(1, peak);
  });
  return { peaks, hits: findHits(samples) };
}
