import { pictureLine } from './pictureLine';
import type { EncodeTarget, Encoder } from './types';
import { openZip } from './zipFile';

/** A zip of numbered pictures: `wind-card_0000.png`, … */
export async function pngFramesEncoder(target: EncodeTarget, stem: string): Promise<Encoder> {
  const zip = await openZip('file');
  const digits = Math.max(4, String(target.frames - 1).length);
  let count = 0;
  const line = pictureLine({ type: 'image/png' }, (picture) =>
    zip.add(`${stem}_${String(count++).padStart(digits, '0')}.png`, [picture]),
  );
  return {
    add: (context, _frame, rests) => line.add(context.canvas, rests),
    finish: async () => {
      await line.finish();
      return zip.finish();
    },
    cancel: zip.discard,
  };
}
