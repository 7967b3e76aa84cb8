import { transfer } from 'comlink';
import { GIFEncoder } from 'gifenc';
import type { FrameBox } from '@/core/formats/files/movingPicture';
import { frameDelay } from '@/core/formats/files/delays';
import { gifRepeat } from '@/core/formats/gif';
import type { SendSettings } from '@/core/document/sendSettings';
import { cutBox, shownBox } from '@/core/formats/shownBox';
import { joinedWrites } from './joinedWrites';
import { packedFrames } from './packers';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Pixels after which ordered dithering begins anew. */
const TILE = 8;

/** Clears each frame before the next one is drawn (GIF89a, disposal method 2). */
const CLEAR_FIRST = 2;

/** Frames of up to 255 colours and clear, written out as they are made. */
export async function gifEncoder(
  { width, height, rate }: EncodeTarget,
  { gif, plays }: Pick<SendSettings, 'gif' | 'plays'>,
): Promise<Encoder> {
  const scratch = await openScratchFile();
  const encoder = GIFEncoder();
  const writes = joinedWrites((bytes) => scratch.writable.write(bytes));
  const write = async (bytes: Uint8Array) => {
    await writes.add(bytes);
    encoder.stream.reset();
  };
  let isFirst = true;
  let count = 0;
  const frames = packedFrames(
    async (packer, rgba) => {
      // The first frame tells how large all is.
      const box = isFirst ? { x: 0, y: 0, width, height } : shownBox(rgba, width, height, TILE);
      isFirst = false;
      const shown = cutBox(rgba, width, box);
      const frame = await packer.paletteFrame(transfer(shown, [shown.buffer]), box.width, gif);
      return { ...frame, box };
    },
    async ({ palette, pixels, box }) => {
      encoder.writeFrame(pixels, box.width, box.height, {
        palette: [...palette, [0, 0, 0]],
        delay: frameDelay(count++, rate, 100) * 10,
        repeat: gifRepeat(plays),
        transparent: true,
        transparentIndex: palette.length,
        dispose: CLEAR_FIRST,
      });
      const bytes = encoder.bytes();
      if (count > 1) place(bytes, box);
      await write(bytes);
    },
  );
  return {
    add: (context, _frame, rests) => frames.add(context, rests),
    finish: async () => {
      await frames.finish();
      encoder.finish();
      await write(encoder.bytes());
      await writes.flush();
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: async () => {
      frames.end();
      await scratch.discard();
    },
  };
}

/** Where a frame's place stands in its bytes: behind its control and the mark of a picture (GIF89a, 20 and 23). */
const PLACE = 9;

/** Says where a frame lies, which the encoder leaves at nought. @param bytes of a frame, from its control on */
function place(bytes: Uint8Array<ArrayBuffer>, { x, y }: FrameBox): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  view.setUint16(PLACE, x, true);
  view.setUint16(PLACE + 2, y, true);
}
