import type { VideoSample } from 'mediabunny';
import type { ColourCoding } from '@/core/colour/coding';
import type { Size } from './kernels/keying';

/** A frame as it was decoded. */
export interface Frame {
  readonly sample: VideoSample;
  /** How its codes are read; null where they are red, green and blue, or only the browser reads them. */
  readonly coding: ColourCoding | null;
}

/** A frame's own size, upright. */
export function ownSize({ sample }: Frame): Size {
  const { width, height } = sample.visibleRect;
  return sample.rotation % 180 === 0 ? { width, height } : { width: height, height: width };
}
