import { frameLine } from './frameLine';

/** How each frame is packed; `quality` is 0 to 1, above which nothing is lost. */
export interface PictureKind {
  readonly type: 'image/png' | 'image/webp';
  readonly quality?: number;
}

/** Packs frames as picture files while others are painted. @param take is called with one after the other */
export function pictureLine(kind: PictureKind, take: (picture: Uint8Array) => Promise<unknown>) {
  const line = frameLine(take);
  let newest: Promise<Uint8Array>;
  return {
    /** @param rests whether the canvas shows what it showed before */
    add: (canvas: OffscreenCanvas, rests: boolean): Promise<void> => {
      if (!rests) newest = packed(canvas, kind);
      return line.add(newest);
    },
    finish: line.finish,
  };
}

/** The canvas is copied right when this is called. */
async function packed(canvas: OffscreenCanvas, kind: PictureKind): Promise<Uint8Array> {
  const blob = await canvas.convertToBlob(kind);
  return new Uint8Array(await blob.arrayBuffer());
}
