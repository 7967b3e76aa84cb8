import type { GrowingFile } from '@/core/formats/files/growing';
import { watchChanges } from './alike';
import { pictureLine, type PictureKind } from './pictureLine';
import { openScratchFile } from './scratchFile';
import type { Encoder } from './types';

/** Packs frames as pictures into a file that grows on the way. */
export async function growingEncoder(file: GrowingFile, kind: PictureKind): Promise<Encoder> {
  const scratch = await openScratchFile();
  const write = (bytes: Uint8Array) => scratch.writable.write(bytes as Uint8Array<ArrayBuffer>);
  const changed = watchChanges();
  const line = pictureLine(kind, (picture) => write(file.add(picture)));
  return {
    add: async (context, _frame, rests) => {
      const { width, height } = context.canvas;
      const isSame = rests || !changed(context.getImageData(0, 0, width, height).data);
      await line.add(context.canvas, isSame);
    },
    finish: async () => {
      await line.finish();
      const { tail, patches } = file.finish();
      await write(tail);
      for (const { at: position, bytes } of patches) {
        const data = bytes as Uint8Array<ArrayBuffer>;
        await scratch.writable.write({ type: 'write', position, data });
      }
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: scratch.discard,
  };
}
