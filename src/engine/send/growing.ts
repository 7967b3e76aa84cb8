import type { GrowingFile } from '@/core/formats/files/growing';
import type { PictureKind } from './packer.worker';
import { packedFrames } from './packers';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Packs frames as pictures into a file that grows on the way. */
export async function growingEncoder(
  { width }: EncodeTarget,
  file: GrowingFile,
  kind: PictureKind,
): Promise<Encoder> {
  const scratch = await openScratchFile();
  const write = (bytes: Uint8Array) => scratch.writable.write(bytes as Uint8Array<ArrayBuffer>);
  const frames = packedFrames(
    (packer, rgba) => packer.picture(rgba, width, kind),
    (picture) => write(file.add(picture)),
  );
  return {
    add: (context, _frame, rests) => frames.add(context, rests),
    finish: async () => {
      await frames.finish();
      const { tail, patches } = file.finish();
      await write(tail);
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
