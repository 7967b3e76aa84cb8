import type { Media } from '@/core/document';
import { readMedia } from './mediaStore';

/** Decodes a kept still; whoever asks for it closes it. */
export async function decodeStill({ hash, bytes }: Media): Promise<ImageBitmap> {
  const content = await readMedia(hash, 0, bytes);
  return createImageBitmap(new Blob([content as Uint8Array<ArrayBuffer>]));
}
