import type { Bundle } from '@/core/document';
import type { PlannedPictures } from '@/core/sending/plan';
import type { SendSettings } from '@/core/document/sendSettings';
import type { Box } from '@/core/scene';
import type { Stereo } from '@/core/sound/types';
import type { Rate } from '@/core/time';
import type { Artist } from '../artist';
import type { Progress } from '../progress';

type Context = OffscreenCanvasRenderingContext2D;

/** Takes painted frames one by one and makes a file of them. */
export interface Encoder {
  /**
   * The context is painted anew for each frame that is not as the one before; the encoder has what it
   * needs when this resolves.
   * @param rests whether the frame is as the one before: what came of that is good for it
   */
  readonly add: (context: Context, frame: number, rests: boolean) => Promise<void>;
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

/** What a file is made of, and what it is held against when it is read back. */
export interface Making {
  readonly artist: Artist;
  /** Its document is on the backdrop that the file has. */
  readonly bundle: Bundle;
  readonly settings: SendSettings;
  readonly planned: PlannedPictures;
  readonly target: EncodeTarget;
  /** The part of the document it shows, in document pixels; null for all. */
  readonly crop: Box | null;
  readonly progress: Progress;
  readonly signal: AbortSignal;
}
