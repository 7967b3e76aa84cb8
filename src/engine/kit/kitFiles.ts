import { mediaOwners, type Kit, type Media, type Read } from '@/core/document';
import { kitList, readKitFile, writeKitFile } from '@/core/document/kitFile';
import { strokesApart } from '@/core/document/strokeLines';
import { MoonError } from '@/core/errors';
import type { Pieces } from '@/core/zip';
import {
  hashOfPieces,
  keepMedia,
  keptMedia,
  piecesOfMedia,
  type KeptMedia,
} from '../media/mediaStore';
import type { Progress } from '../progress';
import { letGo, openScratchFile } from '../send/scratchFile';

export interface SavedKit {
  readonly file: Blob;
  /** Names of footage and fonts whose files could not be read, and are not in it. */
  readonly missing: readonly string[];
}

/**
 * A kit as a `.moonpatch` file, read back before it counts as saved. Where storage fails, the kit itself is saved all
 * the same, from memory.
 * @param progress told in bytes of media; each is written once and read back once, and counts half each time
 * @throws MoonError 'read-back-differs'
 */
export async function saveKit(kit: Kit, progress: Progress): Promise<SavedKit> {
  const there = new Map(
    (await keptMedia().catch(() => [])).map(({ hash, bytes }) => [hash, bytes]),
  );
  const owners = mediaOwners(kit);
  const broken = new Set<string>();
  const isThere = ({ hash, bytes }: Media) => there.get(hash) === bytes && !broken.has(hash);
  for (;;) {
    const lost = broken.size;
    const present = new Map(
      owners.filter(({ media }) => isThere(media)).map(({ media }) => [media.hash, media.bytes]),
    );
    const count = counter(
      [...present.values()].reduce((sum, bytes) => sum + bytes, 0),
      1 / 2,
      progress,
    );
    try {
      const file = await writtenKit(kit, (media) =>
        present.has(media.hash) ? count(readable(media, broken)) : null,
      );
      await readBack(file, kit, present.size, count);
      const missing = owners.filter(({ media }) => !present.has(media.hash));
      return { file, missing: missing.map(({ name }) => name) };
    } catch (error) {
      if (broken.size === lost) throw error;
    }
  }
}

type Count = (pieces: Pieces) => Pieces;

/** Counts the bytes of all pieces that pass. @param share what each counts */
function counter(total: number, share: number, progress: Progress): Count {
  let done = 0;
  return async function* (pieces) {
    for await (const piece of pieces) {
      yield piece;
      progress((done += piece.length * share), total);
    }
  };
}

/** A media file's pieces; one that turns out not to be readable is remembered, for the next try to leave it out. */
async function* readable({ hash, bytes }: Media, broken: Set<string>): AsyncGenerator<Uint8Array> {
  try {
    yield* piecesOfMedia(hash, bytes);
  } catch {
    broken.add(hash);
    throw new MoonError('media-missing', 'A media file could not be read.');
  }
}

/** The kit file that was saved last: it makes room for the next one. */
let saved = new Blob();

/** Live into a scratch file; in memory where the browser gives none. */
async function writtenKit(kit: Kit, mediaOf: Parameters<typeof writeKitFile>[1]): Promise<Blob> {
  try {
    await letGo(saved);
    const scratch = await openScratchFile();
    try {
      await writeKitFile(
        kit,
        mediaOf,
        scratch.writable as WritableStream as WritableStream<Uint8Array>,
      );
      saved = await scratch.file();
      return saved;
    } catch (error) {
      await scratch.discard();
      throw error;
    }
  } catch (error) {
    if (error instanceof MoonError) throw error;
  }
  const memory = new TransformStream<Uint8Array, Uint8Array>();
  const [blob] = await Promise.all([
    new Response(memory.readable).blob(),
    writeKitFile(kit, mediaOf, memory.writable),
  ]);
  return blob;
}

/** @throws MoonError 'read-back-differs' */
async function readBack(file: Blob, kit: Kit, media: number, count: Count): Promise<void> {
  const right = new Set<string>();
  const read = await readKitFile(file, async (hash, pieces) => {
    if ((await hashOfPieces(count(pieces))) === hash) right.add(hash);
  });
  if (sameKit(read.document, kit) && right.size === media) return;
  throw new MoonError(
    'read-back-differs',
    'The kit file that was written does not read back as it should. Try again.',
  );
}

/** Whether two kits are written alike; strokes one by one, as a text of all of them may be too long to make. */
function sameKit(a: Kit, b: Kit): boolean {
  const [one, other] = [strokesApart(a), strokesApart(b)];
  const sameStrokes = [...one.strokes].every(([id, strokes]) => {
    const others = other.strokes.get(id) ?? [];
    return (
      strokes.length === others.length &&
      strokes.every((stroke, i) => JSON.stringify(stroke) === JSON.stringify(others[i]))
    );
  });
  return (
    sameStrokes &&
    one.strokes.size === other.strokes.size &&
    kitList(one.head) === kitList(other.head)
  );
}

/**
 * Reads a `.moonpatch` file and keeps its media.
 * @param progress told in bytes of media; the total is the file's
 * @throws MoonError in plain words
 */
export const openKit = (file: Blob, progress: Progress): Promise<Read<Kit>> => {
  const count = counter(file.size, 1, progress);
  return readKitFile(file, (hash, pieces) => keepMedia(hash, count(pieces)));
};

/** A kept file as it came. @throws MoonError 'media-missing' */
export async function fileOfMedia({ hash, bytes }: KeptMedia): Promise<Blob> {
  const pieces: Uint8Array<ArrayBuffer>[] = [];
  for await (const piece of piecesOfMedia(hash, bytes))
    pieces.push(piece as Uint8Array<ArrayBuffer>);
  return new Blob(pieces);
}
