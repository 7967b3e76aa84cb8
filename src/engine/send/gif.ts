import { transfer, wrap } from 'comlink';
import { GIFEncoder } from 'gifenc';
import { gifDelay, gifRepeat } from '@/core/formats/gif';
import type { SendSettings } from '@/core/sending/settings';
import { frameLine } from './frameLine';
import type { PaletteFrame, PalettesApi } from './palettes.worker';
import { openScratchFile } from './scratchFile';
import type { EncodeTarget, Encoder } from './types';

/** Clears each frame before the next one is drawn (GIF89a, disposal method 2). */
const CLEAR_FIRST = 2;

/** Frames of up to 255 colours and clear, written out as they are made; palettes are found in a worker of their own. */
export async function gifEncoder(
  { width, height, rate }: EncodeTarget,
  { gif, plays }: Pick<SendSettings, 'gif' | 'plays'>,
): Promise<Encoder> {
  const scratch = await openScratchFile();
  const encoder = GIFEncoder();
  const worker = new Worker('/engine/send/palettes.worker.js', { type: 'module' });
  const palettes = wrap<PalettesApi>(worker);
  const failed = failureOf(worker);
  const writeOut = async () => {
    await scratch.writable.write(encoder.bytes());
    encoder.stream.reset();
  };
  let shown: PaletteFrame;
  let count = 0;
  const line = frameLine(async (changed: PaletteFrame | null) => {
    if (changed) shown = changed;
    const { palette, pixels } = shown;
    encoder.writeFrame(pixels, width, height, {
      palette: [...palette, [0, 0, 0]],
      delay: gifDelay(count++, rate) * 10,
      repeat: gifRepeat(plays),
      transparent: true,
      transparentIndex: palette.length,
      dispose: CLEAR_FIRST,
    });
    await writeOut();
  });
  return {
    add: async (context, _frame, rests) => {
      if (rests) return line.add(Promise.resolve(null));
      const { data } = context.getImageData(0, 0, width, height);
      const rgba = transfer(data, [data.buffer]);
      return line.add(Promise.race([palettes.paletteFrame(rgba, width, gif), failed]));
    },
    finish: async () => {
      await line.finish();
      worker.terminate();
      encoder.finish();
      await writeOut();
      await scratch.writable.close();
      return scratch.file();
    },
    cancel: async () => {
      worker.terminate();
      await scratch.discard();
    },
  };
}

/** Rejects where a worker cannot be started. */
function failureOf(worker: Worker): Promise<never> {
  const failed = new Promise<never>((_resolve, reject) => {
    worker.addEventListener('error', () => reject(new Error('A worker could not be started.')));
  });
  failed.catch(() => undefined);
  return failed;
}
