import type { VideoSample } from 'mediabunny';
import type { Media } from '@/core/document';
import { FrameReader, mediaSource } from './frameReader';
import { readMedia } from './mediaStore';
import { mayMove, MovingPictureReader } from './movingPictureReader';

/** The frames of moving footage, by time. */
export interface FrameSource {
  /** The frame on show at `seconds` from the first; it stays open until the next call. */
  readonly at: (seconds: number) => Promise<VideoSample | null>;
  readonly close: () => void;
}

/** Opens kept footage that moves, whatever it is made of. */
export const openFrames = ({ hash, extension, bytes }: Media): Promise<FrameSource> =>
  mayMove(extension)
    ? MovingPictureReader.open(extension, (from, to) => readMedia(hash, from, to), bytes)
    : FrameReader.open(mediaSource({ hash, extension, bytes }));
