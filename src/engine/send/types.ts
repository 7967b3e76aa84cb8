import type { Stereo } from '@/core/sound/types';
import type { Rate } from '@/core/time';

type Context = OffscreenCanvasRenderingContext2D;

/** Takes painted frames one by one and makes a file of them. */
export interface Encoder {
  /** The context is painted anew for each frame; the encoder has what it needs when this resolves. */
  readonly add: (context: Context, frame: number) => Promise<void>;
  readonly finish: () => Promise<Blob>;
  /** Gives up; nothing is left behind. */
  readonly cancel: () => Promise<void>;
}

export interface EncodeTarget {
  readonly width: number;
  readonly height: number;
  readonly rate: Rate;
  readonly frames: number;
  /** What is heard with a frame; asked for in order, once a frame. Null where nothing is. */
  readonly sound: ((frame: number) => Promise<Stereo>) | null;
}
