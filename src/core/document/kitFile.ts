import { BlobReader, ZipReader, type Entry, type FileEntry } from '@zip.js/zip.js';
import { MoonError } from '../errors';
import { mediaOwners, type MediaOwner } from './media';
import { readKitEntries, type Read } from './reading';
import {
  readStrokeLines,
  strokeLines,
  strokesApart,
  strokesMissing,
  withStrokes,
} from './strokeLines';
import type { Kit, Media } from './types';
import { quoted } from '../quoted';
import { addPacked, addStored, zipWriter, type Pieces } from '../zip';

const FORMAT = 'moon-patch-kit';
const FORMAT_VERSION = 2;
const LIST = 'kit.json';

const LIMITS = {
  entries: 15_000,
  list: 256 * 1024 * 1024,
  /** Times its own size that a file's media may unpack to: they are stored as they are. */
  growth: 4,
  /** Bytes that all strokes together may unpack to: a page has no room for more. */
  strokes: 2 * 1024 ** 3,
  depth: 24,
} as const;

const MEDIA_PATH = /^media\/([0-9a-f]{64})\.([a-z0-9]{1,5})$/;

const STROKES_PATH = /^drawings\/([\w-]{1,64})\.jsonl$/;

const strokesPath = (document: string): string => `drawings/${document}.jsonl`;

export const mediaPath = (media: Media): string => `media/${media.hash}.${media.extension}`;

/** The list of a kit file: all of the kit but its media, and the strokes that lie apart. */
export const kitList = (kit: Kit): string =>
  JSON.stringify({ format: FORMAT, version: FORMAT_VERSION, kit }, null, 1);

/**
 * Writes a `.moonpatch` file, a zip that may be larger than 4 GB, piece by piece. Media are stored as they are: they
 * are compressed already.
 * @param mediaOf the pieces of a media file; null for one that is left out
 */
export async function writeKitFile(
  kit: Kit,
  mediaOf: (media: Media) => Pieces | null,
  writable: WritableStream<Uint8Array>,
): Promise<void> {
  const zip = zipWriter(writable);
  const { head, strokes } = strokesApart(kit);
  await addPacked(zip, LIST, [new TextEncoder().encode(kitList(head))]);
  for (const [id, own] of strokes) {
    await addPacked(zip, strokesPath(id), strokeLines(own));
  }
  const written = new Set<string>();
  for (const { media } of mediaOwners(kit)) {
    const path = mediaPath(media);
    const pieces = written.has(path) ? null : mediaOf(media);
    written.add(path);
    if (pieces) await addStored(zip, path, pieces, media.bytes);
  }
  await zip.close();
}

/**
 * Reads a `.moonpatch` file piece by piece. Nothing is kept of a file whose list is wrong; single documents that
 * cannot be read are left out, and so are media that are missing or damaged, and both are told.
 * @param keep keeps a media file; rejects with 'media-damaged' where its bytes are not those of the hash
 * @throws MoonError 'kit-file-invalid' | 'document-invalid' | 'document-newer', or what `keep` throws
 */
export async function readKitFile(
  file: Blob,
  keep: (hash: string, pieces: Pieces) => Promise<void>,
): Promise<Read<Kit>> {
  const zip = new ZipReader(new BlobReader(file));
  const entries = await zip.getEntries().catch(() => {
    throw invalid('it is not a kit file, or it is cut off');
  });
  const files = checkedEntries(entries, file.size);
  const lost: string[] = [];
  const raw = await withAllStrokes(kitIn(await listText(files.get(LIST))), files, lost);
  const read = readKitEntries(raw);
  for (const owner of mediaOwners(read.document)) {
    const entry = files.get(mediaPath(owner.media));
    if (!entry || !(await kept(owner, entry, keep))) lost.push(mediaLost(owner.name));
  }
  return { ...read, told: [...read.told, ...lost] };
}

const DRAWN_ON = ['overlays', 'landings'] as const;

/** A kit as it was read, with the strokes that lie apart from it; documents whose strokes are damaged go without. */
async function withAllStrokes(
  kit: unknown,
  files: ReadonlyMap<string, FileEntry>,
  lost: string[],
): Promise<unknown> {
  const lists = { ...(Object(kit) as Record<string, unknown>) };
  for (const name of DRAWN_ON) {
    const documents: unknown = lists[name];
    if (!Array.isArray(documents)) continue;
    const whole: unknown[] = [];
    for (const document of documents) whole.push(await withOwnStrokes(document, files, lost));
    lists[name] = whole;
  }
  return lists;
}

async function withOwnStrokes(
  document: unknown,
  files: ReadonlyMap<string, FileEntry>,
  lost: string[],
): Promise<unknown> {
  const count = strokesMissing(document);
  if (count === 0) return document;
  const { id, name } = document as { readonly id?: unknown; readonly name?: unknown };
  const entry = files.get(strokesPath(String(id)));
  try {
    if (!entry) throw damaged('it is not there');
    return withStrokes(document, await readStrokeLines(piecesOf(entry), count));
  } catch (error) {
    if (!(error instanceof MoonError) || error.code !== 'media-damaged') throw error;
    lost.push(strokesLost(String(name)));
    return withStrokes(document, []);
  }
}

const strokesLost = (name: string): string =>
  `The strokes of drawings in ${quoted(name)} are missing from the kit file or damaged.`;

async function kept(
  { media: { hash } }: MediaOwner,
  entry: FileEntry,
  keep: (hash: string, pieces: Pieces) => Promise<void>,
): Promise<boolean> {
  try {
    await keep(hash, piecesOf(entry));
    return true;
  } catch (error) {
    if (error instanceof MoonError && error.code === 'media-damaged') return false;
    throw error;
  }
}

const mediaLost = (name: string): string =>
  `The file of ${quoted(name)} is missing from the kit file or damaged. Open its footage and put the file in its place again.`;

const damaged = (how: string): MoonError => new MoonError('media-damaged', how);

/**
 * What an entry unpacks to, and no more than it says it does.
 * @throws MoonError 'media-damaged'
 */
async function* piecesOf(entry: FileEntry): AsyncGenerator<Uint8Array> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const reader = readable.getReader();
  let bytes = 0;
  let problem: unknown = null;
  const unpacked = entry.getData(writable).catch((error: unknown) => {
    problem = error;
    // Ends the reading below, which else would wait for more.
    return reader.cancel().catch(() => undefined);
  });
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      bytes += value.length;
      if (bytes > entry.uncompressedSize) throw damaged('it is larger than it says');
      yield value;
    }
    await unpacked;
    if (problem) throw problem;
  } catch (error) {
    throw error instanceof MoonError ? error : damaged('it cannot be unpacked');
  } finally {
    await reader.cancel().catch(() => undefined);
  }
}

/** @throws MoonError 'kit-file-invalid' */
function checkedEntries(entries: readonly Entry[], bytes: number): ReadonlyMap<string, FileEntry> {
  if (entries.length > LIMITS.entries) throw invalid('it holds too many files');
  const files = new Map<string, FileEntry>();
  let [media, strokes] = [0, 0];
  for (const entry of entries) {
    const { filename, uncompressedSize } = entry;
    const isMedia = MEDIA_PATH.test(filename);
    const isStrokes = STROKES_PATH.test(filename);
    if (entry.directory || (filename !== LIST && !isMedia && !isStrokes)) {
      throw invalid(`it holds a file that does not belong in a kit (${filename.slice(0, 60)})`);
    }
    if (filename === LIST && uncompressedSize > LIMITS.list) throw invalid('its list is too large');
    if (isMedia) media += uncompressedSize;
    if (isStrokes) strokes += uncompressedSize;
    files.set(filename, entry);
  }
  if (media > LIMITS.growth * bytes || strokes > LIMITS.strokes)
    throw invalid('it would unpack to far more than it is');
  return files;
}

async function listText(entry: FileEntry | undefined): Promise<string> {
  if (!entry) throw invalid('its list of contents (kit.json) is missing');
  const decoder = new TextDecoder();
  const texts: string[] = [];
  try {
    for await (const piece of piecesOf(entry)) texts.push(decoder.decode(piece, { stream: true }));
  } catch {
    throw invalid('its list of contents cannot be read');
  }
  return texts.join('') + decoder.decode();
}

function kitIn(text: string): unknown {
  let list: unknown;
  try {
    list = JSON.parse(text);
  } catch {
    throw invalid('its list of contents cannot be read');
  }
  if (depthOf(list) > LIMITS.depth) throw invalid('its list of contents is nested too deeply');
  const { format, version, kit } = (list ?? {}) as Record<string, unknown>;
  if (format !== FORMAT) throw invalid('it is not a Moon Patch kit');
  if (typeof version !== 'number' || version > FORMAT_VERSION) {
    throw new MoonError(
      'document-newer',
      'This kit was saved by a newer Moon Patch. Update the app, then open it again.',
    );
  }
  return kit;
}

/** Nesting depth of parsed JSON; stops counting past the limit. */
function depthOf(value: unknown, depth = 0): number {
  if (depth > LIMITS.depth || typeof value !== 'object' || value === null) return depth;
  return Object.values(value).reduce<number>(
    (deepest, child) => Math.max(deepest, depthOf(child, depth + 1)),
    depth + 1,
  );
}

const invalid = (why: string): MoonError =>
  new MoonError(
    'kit-file-invalid',
    `This kit file could not be opened: ${why}. Your kit is as it was.`,
  );
