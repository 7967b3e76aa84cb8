import { expose, transfer } from 'comlink';
import { quantize, type Palette } from 'gifenc';
import { GIF_COLOURS, hardenAlpha, palettePixels } from '@/core/formats/gif';
import type { GifSettings } from '@/core/sending/settings';
import { installHandlers } from '../wire';
import { watchChanges } from './alike';

/** A frame as places in a palette; clear pixels are one place behind it. */
export interface PaletteFrame {
  readonly palette: Palette;
  readonly pixels: Uint8Array;
}

const changed = watchChanges();

/**
 * The palette of one frame after the other.
 * @param rgba straight, width × height × 4 bytes
 * @returns null where the frame is as the one before
 */
function paletteFrame(
  rgba: Uint8ClampedArray,
  width: number,
  gif: GifSettings,
): PaletteFrame | null {
  hardenAlpha(rgba, gif);
  if (!changed(rgba)) return null;
  const palette = quantize(rgba, GIF_COLOURS, { format: 'rgb565' });
  const pixels = palettePixels(rgba, width, palette, gif.dither);
  return transfer({ palette, pixels }, [pixels.buffer]);
}

const api = { paletteFrame };

export type PalettesApi = typeof api;

installHandlers();
expose(api);
