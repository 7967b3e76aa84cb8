/** The bytes of a file from `from` to before `to`. */
export type ReadFile = (from: number, to: number) => Promise<Uint8Array>;

/** A part of a moving picture's canvas, in pixels. */
export interface FrameBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Where a decoded frame lies on the canvas: some kinds of file give its part alone, others all of the canvas. */
export const placeOf = (
  box: FrameBox,
  { width, height }: { readonly width: number; readonly height: number },
): { readonly x: number; readonly y: number } =>
  width === box.width && height === box.height ? box : { x: 0, y: 0 };

/** One picture of several, and how it is laid on those before it. */
export interface MovingFrame {
  /** How long it shows. */
  readonly seconds: number;
  /** The part of the canvas it changes. */
  readonly box: FrameBox;
  /** It lies over what is there; else it takes its place, with its clear parts too. */
  readonly over: boolean;
  /** What becomes of its part of the canvas before the next one. */
  readonly after: 'kept' | 'cleared' | 'as before';
}

/** A file of many pictures, of which one at a time is held. */
export interface MovingPicture {
  /** Pixels of the canvas. */
  readonly width: number;
  readonly height: number;
  /** How often it runs before it holds its last frame; 0 for good. */
  readonly plays: number;
  readonly frames: readonly MovingFrame[];
  /** A frame as a picture file of its own: of its box, or of the whole canvas and clear round its box. */
  readonly still: (index: number) => Promise<Uint8Array>;
}

/** Seconds that a frame without a time of its own shows, as browsers have it. */
const UNTIMED = 0.1;

/** Seconds up to which a frame's time is none: what old programs wrote so was not meant, and no browser goes by it. */
const NO_TIME = 0.01;

/** How long a frame shows for which a file tells some seconds. */
export const shownFor = (told: number): number => (told > NO_TIME ? told : UNTIMED);

/** Whether a frame shows nothing of those before it, so that reading may begin with it. */
export function standsAlone({ width, height, frames }: MovingPicture, index: number): boolean {
  const isWhole = ({ box }: MovingFrame) =>
    box.x === 0 && box.y === 0 && box.width === width && box.height === height;
  const before = frames[index - 1];
  const onNothing = !before || (before.after === 'cleared' && isWhole(before));
  return onNothing || (isWhole(frames[index]) && !frames[index].over);
}

/** Where something lies in a file, in bytes. */
export interface ByteRange {
  readonly from: number;
  readonly to: number;
}

/** Bytes that are read at once while a file is looked through. */
const WINDOW = 1 << 20;

/** Reads small pieces, mostly one after the other, out of larger ones. */
export function windowed(read: ReadFile, bytes: number): ReadFile {
  let start = 0;
  let held = new Uint8Array();
  return async (from, to) => {
    if (to > bytes) throw new Error('This file is cut off.');
    if (from < start || to > start + held.length) {
      held = (await read(from, Math.min(bytes, Math.max(to, from + WINDOW)))) as typeof held;
      start = from;
    }
    return held.subarray(from - start, to - start);
  };
}

/** Bytes between two stretches that are read along with them, which is quicker than reading twice. */
const NEAR = 256;

/** Stretches of a file, in the order of the file; those that are near each other are read in one go. */
export async function readAll(
  read: ReadFile,
  stretches: readonly ByteRange[],
): Promise<Uint8Array[]> {
  const runs: ByteRange[][] = [];
  for (const stretch of stretches) {
    const last = runs.at(-1)?.at(-1);
    if (last && stretch.from - last.to <= NEAR) runs.at(-1)!.push(stretch);
    else runs.push([stretch]);
  }
  const pieces = runs.map(async (run) => {
    const start = run[0].from;
    const bytes = await read(start, run.at(-1)!.to);
    return run.map(({ from, to }) => bytes.subarray(from - start, to - start));
  });
  return (await Promise.all(pieces)).flat();
}
