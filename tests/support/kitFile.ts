import { createHash } from 'node:crypto';
import { strToU8, zipSync } from 'fflate';
import { mediaOwners, type Kit, type Read } from '@/core/document';
import { kitList, mediaPath, readKitFile, writeKitFile } from '@/core/document/kitFile';
import { MoonError } from '@/core/errors';

/** Media files by content hash. */
export type MediaFiles = ReadonlyMap<string, Uint8Array>;

const NONE: MediaFiles = new Map();

export const sha256 = (bytes: Uint8Array): string =>
  createHash('sha256').update(bytes).digest('hex');

/** A kit file as another program would write it. */
export function packedKit(kit: Kit, media = NONE): Uint8Array<ArrayBuffer> {
  const files = mediaOwners(kit).flatMap(({ media: entry }) => {
    const bytes = media.get(entry.hash);
    return bytes ? [[mediaPath(entry), bytes] as const] : [];
  });
  return zipSync({ 'kit.json': strToU8(kitList(kit)), ...Object.fromEntries(files) }, { level: 0 });
}

/** A kit file as the app writes it. */
export async function writtenKit(kit: Kit, media = NONE): Promise<Blob> {
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
  const pieces = ({ hash }: { hash: string }) => (media.has(hash) ? piece(media.get(hash)!) : null);
  const [blob] = await Promise.all([
    new Response(readable).blob(),
    writeKitFile(kit, pieces, writable),
  ]);
  return blob;
}

async function* piece(bytes: Uint8Array) {
  yield bytes;
}

/** What the app reads in a kit file, with the media it would keep. */
export async function openedKit(file: Blob): Promise<Read<Kit> & { media: MediaFiles }> {
  const media = new Map<string, Uint8Array>();
  const read = await readKitFile(file, async (hash, pieces) => {
    const parts: Uint8Array[] = [];
    for await (const part of pieces) parts.push(part);
    const bytes = new Uint8Array(Buffer.concat(parts));
    if (sha256(bytes) !== hash) throw new MoonError('media-damaged', 'It was changed.');
    media.set(hash, bytes);
  });
  return { ...read, media };
}
