import type { Overlay, Stroke } from '@/core/document';
import { checkSvg } from '@/core/footage/svg';
import { strokesFromSvg } from '@/core/ink/fromSvg';

/**
 * The lines of an SVG file as strokes about the middle of an overlay's canvas.
 * @throws MoonError 'media-unsafe' | 'media-unreadable' | 'media-too-large' | 'not-found'
 */
export async function drawSvg(
  file: File,
  { width, height }: Pick<Overlay, 'width' | 'height'>,
): Promise<readonly Stroke[]> {
  const source = await file.text();
  checkSvg(source, file.name);
  return strokesFromSvg(source, { width, height }, () => crypto.randomUUID());
}
