import { applyPalette, GIFEncoder, quantize } from 'gifenc';
import { gifDelay, hardenAlpha } from '@/core/formats/gif';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Clears each frame before the next one is drawn (GIF89a, disposal method 2). */
const CLEAR_FIRST = 2;

/** Round and round for good (the looping application extension). */
const FOR_EVER = 0;

/** Frames of 256 colours each, written out as they are made. */
export async function gifEncoder({ width, height, rate }: EncodeTarget): Promise<Encoder> {
  const scratch = await openScratchFile(`${crypto.randomUUID()}.part`);
  const encoder = GIFEncoder();
  const writeOut = async () => {
    await scratch.writable.write(encoder.bytes());
    encoder.stream.reset();
  };
  return {
    add: async (context, frame) => {
      const { data } = context.getImageData(0, 0, width, height);
      hardenAlpha(data);
      const palette = quantize(data, 256, { format: 'rgba4444', oneBitAlpha: true });
      const clear = palette.findIndex((colour) => colour[3] === 0);
      encoder.writeFrame(applyPalette(data, palette, 'rgba4444'), width, height, {
        palette,
        delay: gifDelay(frame, rate) * 10,
        repeat: FOR_EVER,
        transparent: clear >= 0,
        transparentIndex: Math.max(0, clear),
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
