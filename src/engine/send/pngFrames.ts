import { Zip, ZipPassThrough } from 'fflate';
import { MoonError } from '@/core/errors';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** What a zip without its 64-bit extension can hold. */
const MOST = { bytes: 0xffff_ffff, entries: 0xffff } as const;

/** A zip of numbered pictures: `wind-card_0000.png`, … */
export async function pngFramesEncoder(target: EncodeTarget, stem: string): Promise<Encoder> {
  if (target.frames > MOST.entries) throw tooMuch();
  const scratch = await openScratchFile(`${crypto.randomUUID()}.part`);
  const digits = Math.max(4, String(target.frames - 1).length);
  let bytes = 0;
  let writing = Promise.resolve();
  const zip = new Zip((error, data) => {
    if (error) throw error;
    bytes += data.length;
    writing = writing.then(() => scratch.writable.write(data as Uint8Array<ArrayBuffer>));
  });
  return {
    add: async (context, frame) => {
      const picture = await context.canvas.convertToBlob({ type: 'image/png' });
      const name = `${stem}_${String(frame).padStart(digits, '0')}.png`;
      const entry = new ZipPassThrough(name);
      zip.add(entry);
      entry.push(new Uint8Array(await picture.arrayBuffer()), true);
      if (bytes > MOST.bytes) throw tooMuch();
      await writing;
    },
    finish: async () => {
      zip.end();
      await writing;
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: scratch.discard,
  };
}

const tooMuch = (): MoonError =>
  new MoonError(
    'encode-failed',
    'These frames are more than one zip can hold (4 GB, 65,535 pictures). Send them in parts, by From and To, or smaller.',
  );
