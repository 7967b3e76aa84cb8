import { openZip } from './zipFile';
import type { EncodeTarget, Encoder } from './types';

/** A zip of numbered pictures: `wind-card_0000.png`, … */
export async function pngFramesEncoder(target: EncodeTarget, stem: string): Promise<Encoder> {
  const zip = await openZip('file');
  const digits = Math.max(4, String(target.frames - 1).length);
  let picture = new Uint8Array();
  return {
    add: async (context, frame, rests) => {
      if (!rests) {
        const blob = await context.canvas.convertToBlob({ type: 'image/png' });
        picture = new Uint8Array(await blob.arrayBuffer());
      }
      const name = `${stem}_${String(frame).padStart(digits, '0')}.png`;
      await zip.add(name, [picture]);
    },
    finish: zip.finish,
    cancel: zip.discard,
  };
}
