import type { GrowingFile } from '@/core/formats/files/growing';
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
  return {
    add: async (context) => {
      const picture = await context.canvas.convertToBlob(kind);
      await write(file.add(new Uint8Array(await picture.arrayBuffer())));
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
