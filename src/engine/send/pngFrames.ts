import { openZip } from './zipFile';
import type { EncodeTarget, Encoder } from './types';

/** A zip of numbered pictures: `wind-card_0000.png`, … */
export async function pngFramesEncoder(target: EncodeTarget, stem: string): Promise<Encoder> {
  const zip = await openZip('file');
  const digits = Math.max(4, String(target.frames - 1).length);
  return {
    add: async (context, frame) => {
      const picture = await context.canvas.convertToBlob({ type: 'image/png' });
      const name = `${stem}_${String(frame).padStart(digits, '0')}.png`;
      await zip.add(name, [new Uint8Array(await picture.arrayBuffer())]);
    },
    finish: zip.finish,
    cancel: zip.discard,
  };
}
