import { GIFEncoder } from 'gifenc';
import { gifDelay, gifRepeat } from '@/core/formats/gif';
import type { SendSettings } from '@/core/sending/settings';
import { packedFrames } from './packers';
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
  const writeOut = async () => {
    await scratch.writable.write(encoder.bytes());
    encoder.stream.reset();
  };
  let count = 0;
  const frames = packedFrames(
    (packer, rgba) => packer.paletteFrame(rgba, width, gif),
    async ({ palette, pixels }) => {
      encoder.writeFrame(pixels, width, height, {
        palette: [...palette, [0, 0, 0]],
        delay: gifDelay(count++, rate) * 10,
        repeat: gifRepeat(plays),
        transparent: true,
        transparentIndex: palette.length,
        dispose: CLEAR_FIRST,
      });
      await writeOut();
    },
  );
  return {
    add: (context, _frame, rests) => frames.add(context, rests),
    finish: async () => {
      await frames.finish();
      encoder.finish();
      await writeOut();
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: async () => {
      frames.end();
      await scratch.discard();
    },
  };
}
