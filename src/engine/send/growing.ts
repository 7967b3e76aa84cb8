import type { GrowingFile } from '@/core/formats/files/growing';
import { watchChanges } from './alike';
import { openScratchFile } from './scratchFile';
import type { Encoder } from './types';

/** How each frame is packed; `quality` is 0 to 1, above which nothing is lost. */
export interface PictureKind {
  readonly type: 'image/png' | 'image/webp';
  readonly quality?: number;
}

/** Packs frames as pictures one by one into a file that grows on the way. */
export async function growingEncoder(file: GrowingFile, kind: PictureKind): Promise<Encoder> {
  const scratch = await openScratchFile();
  const write = (bytes: Uint8Array) => scratch.writable.write(bytes as Uint8Array<ArrayBuffer>);
  const changed = watchChanges();
  let picture = new Uint8Array();
  return {
    add: async (context, _frame, rests) => {
      const { width, height } = context.canvas;
      if (!rests && changed(context.getImageData(0, 0, width, height).data)) {
        const blob = await context.canvas.convertToBlob(kind);
        picture = new Uint8Array(await blob.arrayBuffer());
      }
      await write(file.add(picture));
    },
    finish: async () => {
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
