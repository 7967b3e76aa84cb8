import 'core-js/actual/typed-array/from-base64';
import 'core-js/actual/typed-array/to-base64';
import { createSHA256 } from 'hash-wasm';
import type { Pieces } from '@/core/zip';
import { MoonError } from '@/core/errors';
import { keepMediaText, mediaKeys, mediaText, removeMediaTexts } from './mediaTexts';
import type { Progress } from '../progress';

/** Bytes a chunk holds, which is kept as base64 under its file's hash; a multiple of 3, so that base64 needs no padding inside. */
const CHUNK = 768 * 1024;

const headKey = (hash: string) => `${hash}/head`;
const chunkKey = (hash: string, index: number) => `${hash}/${index}`;

/** A media file that is kept here; `bytes` as far as they are there. */
export interface KeptMedia {
  readonly hash: string;
  readonly bytes: number;
}

/** A file chunk by chunk, so that memory stays flat. */
async function* chunksOf(file: Blob): AsyncGenerator<Uint8Array> {
  for (let from = 0; from < file.size; from += CHUNK) {
    yield new Uint8Array(await file.slice(from, from + CHUNK).arrayBuffer());
  }
}

/** SHA-256 in lower-case hexadecimal. */
export async function hashOfPieces(pieces: Pieces): Promise<string> {
  const digest = await createSHA256();
  for await (const piece of pieces) digest.update(piece);
  return digest.digest('hex');
}

/**
 * Keeps a file under the SHA-256 of its bytes.
 * @param progress told in bytes; each is read once to be known and once to be kept, and counts half each time
 * @throws MoonError 'storage-full' | 'storage-away'
 */
export async function keepFile(file: Blob, progress: Progress): Promise<string> {
  let done = 0;
  const counted = async function* () {
    for await (const chunk of chunksOf(file)) {
      yield chunk;
      progress((done += chunk.length / 2), file.size);
    }
  };
  const hash = await hashOfPieces(counted());
  await keepMedia(hash, counted());
  return hash;
}

/**
 * Keeps bytes under their hash; the head is written last, so a write that fails leaves nothing that looks whole.
 * @param pieces of any size
 * @throws MoonError 'storage-full' | 'storage-away' | 'media-damaged' where the bytes are not those of the hash
 */
export async function keepMedia(hash: string, pieces: Pieces): Promise<void> {
  if (await isKept(hash)) return;
  const digest = await createSHA256();
  let bytes = 0;
  let index = 0;
  try {
    for await (const chunk of rechunked(pieces)) {
      digest.update(chunk);
      bytes += chunk.length;
      const text = chunk.toBase64();
      await keepMediaText(chunkKey(hash, index++), text);
    }
    if (digest.digest('hex') !== hash) {
      throw new MoonError('media-damaged', 'A media file was changed or damaged.');
    }
    await keepMediaText(headKey(hash), String(bytes));
  } catch (error) {
    await dropMedia([hash]).catch(() => undefined);
    if (error instanceof MoonError && error.code === 'storage-full') {
      throw new MoonError(
        'storage-full',
        'The browser has no room left for this file. Free disk space, or free files that are no longer used under Settings, then bring it in again.',
      );
    }
    throw error;
  }
}

/** The same bytes in pieces of a chunk's size. */
async function* rechunked(pieces: Pieces): AsyncGenerator<Uint8Array> {
  const chunk = new Uint8Array(CHUNK);
  let filled = 0;
  for await (const piece of pieces) {
    for (let from = 0; from < piece.length;) {
      const part = piece.subarray(from, from + CHUNK - filled);
      chunk.set(part, filled);
      filled += part.length;
      from += part.length;
      if (filled < CHUNK) continue;
      yield chunk;
      filled = 0;
    }
  }
  if (filled > 0) yield chunk.subarray(0, filled);
}

const isKept = async (hash: string): Promise<boolean> => (await mediaText(headKey(hash))) !== null;

/** Reads part of a kept file. @throws MoonError 'media-missing' | 'storage-away' */
export async function readMedia(
  hash: string,
  start: number,
  end: number,
): Promise<Uint8Array<ArrayBuffer>> {
  const out = new Uint8Array(end - start);
  for (let i = Math.floor(start / CHUNK); i * CHUNK < end; i++) {
    const chunk = Uint8Array.fromBase64(await chunkAt(hash, i));
    const from = Math.max(start, i * CHUNK);
    const part = chunk.subarray(from - i * CHUNK, end - i * CHUNK);
    out.set(part, from - start);
  }
  return out;
}

/** A kept file chunk by chunk. @throws MoonError 'media-missing' | 'storage-away' */
export async function* piecesOfMedia(hash: string, bytes: number): AsyncGenerator<Uint8Array> {
  for (let from = 0; from < bytes; from += CHUNK) {
    yield await readMedia(hash, from, Math.min(bytes, from + CHUNK));
  }
}

async function chunkAt(hash: string, index: number): Promise<string> {
  const chunk = await mediaText(chunkKey(hash, index));
  if (chunk === null) {
    throw new MoonError(
      'media-missing',
      'A media file is no longer in this browser. Open its footage in the kit and put the file in its place again.',
    );
  }
  return chunk;
}

/** Everything that is kept, files of which only a part came included. */
export async function keptMedia(): Promise<readonly KeptMedia[]> {
  const chunks = new Map<string, number>();
  for (const key of await mediaKeys()) {
    const [hash, part] = key.split('/');
    chunks.set(hash, (chunks.get(hash) ?? 0) + (part === 'head' ? 0 : 1));
  }
  return Promise.all(
    [...chunks].map(async ([hash, count]) => ({
      hash,
      bytes: Number((await mediaText(headKey(hash))) ?? count * CHUNK),
    })),
  );
}

export async function dropMedia(hashes: readonly string[]): Promise<void> {
  const dropped = new Set(hashes);
  const keys = (await mediaKeys()).filter((key) => dropped.has(key.split('/')[0]));
  // The heads go first: what is half dropped does not look whole.
  const heads = keys.filter((key) => key.endsWith('/head'));
  await removeMediaTexts(heads);
  await removeMediaTexts(keys);
}
