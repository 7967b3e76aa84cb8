import type { VideoSample } from 'mediabunny';
import type { Frame } from '../media/frame';
import type { PlanarFrame } from './keyer';

/** A frame's own planes; null where it does not come as 8 bit 4:2:0 in the colours of BT.709. */
export function planarFrame({ sample, coding }: Frame): PlanarFrame | null {
  const { format } = sample;
  if (!coding || coding.wide || (format !== 'I420' && format !== 'NV12')) return null;
  const { width, height } = sample.visibleRect;
  const copyTo: PlanarFrame['copyTo'] = async (target, offsets) => {
    const half = (width + 1) >> 1;
    if (format === 'NV12') return copyPairs(sample, target, offsets, half * ((height + 1) >> 1));
    const strides = [width, half, half];
    const layout = strides.map((stride, plane) => ({ offset: offsets[plane], stride }));
    await sample.copyTo(target, { layout });
  };
  return { width, height, matrix: coding.matrix, copyTo };
}

/** Chroma that comes in pairs, as hardware decoders give it, goes to two planes. */
async function copyPairs(
  sample: VideoSample,
  target: Uint8Array,
  [y, u, v]: readonly number[],
  chroma: number,
): Promise<void> {
  const { width, height } = sample.visibleRect;
  const bytes = new Uint8Array(width * height + 2 * chroma);
  await sample.copyTo(bytes);
  target.set(bytes.subarray(0, width * height), y);
  for (let i = 0, from = width * height; i < chroma; i++, from += 2) {
    target[u + i] = bytes[from];
    target[v + i] = bytes[from + 1];
  }
}
