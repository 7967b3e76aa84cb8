import { transfer } from 'comlink';
import { packedFrames } from './packers';
import type { EncodeTarget, Encoder } from './types';
import { openZip } from './zipFile';

/** A zip of numbered pictures: `wind-card_0000.png`, … */
export async function pngFramesEncoder(target: EncodeTarget, stem: string): Promise<Encoder> {
  const zip = await openZip();
  const digits = Math.max(4, String(target.frames - 1).length);
  let count = 0;
  const frames = packedFrames(
    (packer, rgba) => {
      const frame = rgba.slice();
      return packer.picture(transfer(frame, [frame.buffer]), target.width, { type: 'image/png' });
    },
    (picture) => {
      const name = `${stem}_${String(count++).padStart(digits, '0')}.png`;
      return zip.add(name, [picture], picture.length);
    },
  );
  return {
    add: (context, _frame, rests) => frames.add(context, rests),
    finish: async () => {
      await frames.finish();
      return zip.finish();
    },
    cancel: async () => {
      frames.end();
      await zip.discard();
    },
  };
}
