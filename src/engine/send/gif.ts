import { GIFEncoder, quantize, type Palette } from 'gifenc';
import { GIF_COLOURS, gifDelay, gifRepeat, hardenAlpha, palettePixels } from '@/core/formats/gif';
import type { SendSettings } from '@/core/sending/settings';
import { watchChanges } from './alike';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Clears each frame before the next one is drawn (GIF89a, disposal method 2). */
const CLEAR_FIRST = 2;

/** Frames of up to 255 colours and clear, written out as they are made. */
export async function gifEncoder(
  { width, height, rate }: EncodeTarget,
  { gif, plays }: Pick<SendSettings, 'gif' | 'plays'>,
): Promise<Encoder> {
  const scratch = await openScratchFile();
  const encoder = GIFEncoder();
  const changed = watchChanges();
  let palette: Palette = [];
  let pixels: Uint8Array = new Uint8Array();
  const writeOut = async () => {
    await scratch.writable.write(encoder.bytes());
    encoder.stream.reset();
  };
  return {
    add: async (context, frame, rests) => {
      if (!rests) {
        const { data } = context.getImageData(0, 0, width, height);
        hardenAlpha(data, gif);
        if (changed(data)) {
          palette = quantize(data, GIF_COLOURS, { format: 'rgb565' });
          pixels = palettePixels(data, width, palette, gif.dither);
        }
      }
      encoder.writeFrame(pixels, width, height, {
        palette: [...palette, [0, 0, 0]],
        delay: gifDelay(frame, rate) * 10,
        repeat: gifRepeat(plays),
        transparent: true,
        transparentIndex: palette.length,
        dispose: CLEAR_FIRST,
      });
      await writeOut();
    },
    finish: async () => {
      encoder.finish();
      await writeOut();
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: scratch.discard,
  };
}
