import { transfer } from 'comlink';
import type { GrowingFile } from '@/core/formats/files/growing';
import { cutBox, shownBox } from '@/core/formats/shownBox';
import { joinedWrites } from './joinedWrites';
import type { PictureKind } from './packer.worker';
import { packedFrames } from './packers';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/**
 * Packs frames as pictures into a file that grows on the way.
 * @param block where only what shows is packed, the side of the coder's blocks; else null
 */
export async function growingEncoder(
  { width, height }: EncodeTarget,
  file: GrowingFile,
  kind: PictureKind,
  block: number | null = null,
): Promise<Encoder> {
  const scratch = await openScratchFile();
  const { add: write, flush } = joinedWrites((bytes) => scratch.writable.write(bytes));
  const whole = { x: 0, y: 0, width, height };
  const frames = packedFrames(
    async (packer, rgba) => {
      const box = block === null ? whole : shownBox(rgba, width, height, block);
      const shown = cutBox(rgba, width, box);
      const picture = await packer.picture(transfer(shown, [shown.buffer]), box.width, kind);
      return { picture, box };
    },
    ({ picture, box }) => write(file.add(picture, box)),
  );
  return {
    add: (context, _frame, rests) => frames.add(context, rests),
    finish: async () => {
      await frames.finish();
      const { tail, patches } = file.finish();
      await write(tail);
      await flush();
      for (const { at: position, bytes } of patches) {
        const data = bytes as Uint8Array<ArrayBuffer>;
        await scratch.writable.write({ type: 'write', position, data });
      }
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: async () => {
      frames.end();
      await scratch.discard();
    },
  };
}
