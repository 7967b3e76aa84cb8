import { canEncodeVideo, type VideoEncodingConfig } from 'mediabunny';
import { softwareContext } from '@/paint/browserTools';

/** Why something cannot be made here and now, in plain words; null where it can. */
export type Missing = string | null;

export interface PictureSize {
  readonly width: number;
  readonly height: number;
}

/** Every browser that starts the app draws and packs these. */
export const neverMissing = async (): Promise<Missing> => null;

let decoderAsked: Promise<unknown> | undefined;

/** WebKitGTK 2.50 ends the page when it is asked for an encoder before any decoder. */
export const beforeEncoders = (): Promise<unknown> =>
  (decoderAsked ??=
    typeof VideoDecoder === 'undefined'
      ? Promise.resolve()
      : VideoDecoder.isConfigSupported({ codec: 'vp8' }).catch(() => undefined));

/** @param label the format as people know it */
export async function videoMissing(
  { codec, ...coding }: VideoEncodingConfig,
  label: string,
  { width, height }: PictureSize,
): Promise<Missing> {
  await beforeEncoders();
  const able = await canEncodeVideo(codec, { width, height, ...coding }).catch(() => false);
  if (able) return null;
  return `This browser cannot make ${label} of ${width} × ${height} pixels. Use another browser, or another format.`;
}

/** Where a browser does not know a picture's type it makes a PNG without a word. */
export async function webpMissing(): Promise<Missing> {
  const { type } = await softwareContext(1, 1).canvas.convertToBlob({ type: 'image/webp' });
  if (type === 'image/webp') return null;
  return 'This browser cannot make WebP pictures. Use another browser, or APNG.';
}
