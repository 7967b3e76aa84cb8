import { FORMATS, holdsPictures, sentSize, type FormatId } from '@/core/formats';
import type { Missing, PictureSize } from './abilities';
import { FORMAT_WORK } from './formats';

/**
 * Of every format, why it cannot be made here and now: asked of the browser and the server, never
 * guessed from a name.
 * @param document its size in pixels
 * @param scale file pixels per document pixel
 */
export async function missingFormats(
  document: PictureSize,
  scale: number,
): Promise<Readonly<Record<FormatId, Missing>>> {
  const asked = FORMATS.map(async (format) => {
    // A timeline's clips are clear video.
    const { missing } = FORMAT_WORK[holdsPictures(format) ? format.id : 'vp9'];
    return [format.id, await missing(sentSize(document, format, scale))] as const;
  });
  return Object.fromEntries(await Promise.all(asked)) as Record<FormatId, Missing>;
}
