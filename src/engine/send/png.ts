import type { Encoder } from './types';

/** One frame as PNG, straight alpha, nothing lost. */
export async function pngEncoder(): Promise<Encoder> {
  let still: Blob | null = null;
  return {
    add: async (context) => {
      still = await context.canvas.convertToBlob({ type: 'image/png' });
    },
    finish: async () => still!,
    cancel: async () => undefined,
  };
}
