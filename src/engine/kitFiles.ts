import type { Kit, Read } from '@/core/document';
import { mediaOwners, readKitFile, writeKitFile } from '@/core/document/kitFile';
import { hashOf, keepMedia, readMedia } from './mediaStore';

/** A kit as a `.moonpatch` file. @throws MoonError 'media-missing' */
export async function saveKit(kit: Kit): Promise<Blob> {
  const media = new Map<string, Uint8Array>();
  for (const { media: entry } of mediaOwners(kit)) {
    if (!media.has(entry.hash)) media.set(entry.hash, await readMedia(entry.hash, 0, entry.bytes));
  }
  return new Blob([writeKitFile({ kit, media }) as Uint8Array<ArrayBuffer>], {
    type: 'application/zip',
  });
}

/**
 * Reads a `.moonpatch` file and keeps its media; nothing is kept unless all of it is right.
 * @throws MoonError in plain words
 */
export async function openKit(file: Blob): Promise<Read<Kit>> {
  const read = await readKitFile(new Uint8Array(await file.arrayBuffer()), hashOf);
  for (const [hash, bytes] of read.media) await keepMedia(hash, bytes);
  return { document: read.kit, told: read.told, leftOut: read.leftOut };
}
