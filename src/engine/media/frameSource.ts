import type { Media } from '@/core/document';
import type { ReadFile } from '@/core/formats/files/movingPicture';
import { AnimationReader } from './animationReader';
import { DrawnReader } from './drawnReader';
import type { Frame } from './frame';
import { FrameReader, mediaSource, openInput } from './frameReader';
import { readMedia } from './mediaStore';
import { MovingPictureFrames } from './movingPictureFrames';
import { RunLengthFrames } from './runLengthFrames';
import { mayMove, picturesInFile, picturesInFilm } from './movingPictures';

/** The frames of moving footage, by time. */
export interface FrameSource {
  /** The frame on show at `seconds` from the first; it stays open until the next call. */
  readonly at: (seconds: number) => Promise<Frame | null>;
  readonly close: () => void;
}

/** Opens kept footage that moves, whatever it is made of. */
export async function openFrames(media: Media): Promise<FrameSource> {
  const { hash, extension, bytes } = media;
  if (extension === 'avif') return AnimationReader.open(await readMedia(hash, 0, bytes));
  const read: ReadFile = (from, to) => readMedia(hash, from, to);
  if (mayMove(extension)) {
    const pictures = await picturesInFile(extension, read, bytes);
    return new DrawnReader(new MovingPictureFrames(pictures!));
  }
  const input = openInput(mediaSource(media));
  const release = () => input.dispose();
  const pictures = await picturesInFilm(input);
  if (pictures) return new DrawnReader(new MovingPictureFrames(pictures), release);
  const runs = await RunLengthFrames.open(input, read, bytes);
  return runs ? new DrawnReader(runs, release) : FrameReader.open(input);
}
