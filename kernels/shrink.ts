// A smaller picture straight from a frame's planes. The reference is src/core/matte/shrinkFrame.ts.

/** How codes become colours. */
let blackCode: f32 = 0;
let lumaScale: f32 = 1;
let vToR: f32 = 0;
let uToG: f32 = 0;
let vToG: f32 = 0;
let uToB: f32 = 0;

/** @param matrix address of six floats, in the order of `YuvMatrix` */
export function setShrinkMatrix(matrix: usize): void {
  blackCode = load<f32>(matrix);
  lumaScale = load<f32>(matrix + 4);
  vToR = load<f32>(matrix + 8);
  uToG = load<f32>(matrix + 12);
  vToG = load<f32>(matrix + 16);
  uToB = load<f32>(matrix + 20);
}

// @ts-ignore
@inline
function byteOf(x: f32): u32 {
  return <u32>min<f32>(255, max<f32>(0, nearest<f32>(x)));
}

/** Where the first and the second sample for an output pixel lie, in 1/65536 of an input pixel. */
// @ts-ignore
@inline
function sampleAt(index: i32, step: i64, quarter: i64, last: i32): i32 {
  return min(last, <i32>((<i64>index * step + quarter) >> 16));
}

/**
 * Rows `from`…`to` − 1 of a picture of `outWidth` × `outHeight` as RGBA: each pixel is the mean of
 * four luma samples, spread over what it stands for, with the chroma beside them.
 */
export function shrink(
  y: usize,
  u: usize,
  v: usize,
  width: i32,
  height: i32,
  outWidth: i32,
  outHeight: i32,
  from: i32,
  to: i32,
  out: usize,
): void {
  const stepX = (<i64>width << 16) / outWidth;
  const stepY = (<i64>height << 16) / outHeight;
  const half = (width + 1) >> 1;
  for (let row = from; row < to; row++) {
    const y1 = sampleAt(row, stepY, stepY >> 2, height - 1);
    const y2 = sampleAt(row, stepY, (3 * stepY) >> 2, height - 1);
    const top = y + <usize>(y1 * width);
    const bottom = y + <usize>(y2 * width);
    const chromaRow = <usize>((y1 >> 1) * half);
    const chromaRow2 = <usize>((y2 >> 1) * half);
    let target = out + (<usize>(row * outWidth) << 2);
    for (let column = 0; column < outWidth; column++, target += 4) {
      const x1 = <usize>sampleAt(column, stepX, stepX >> 2, width - 1);
      const x2 = <usize>sampleAt(column, stepX, (3 * stepX) >> 2, width - 1);
      const sum =
        <i32>load<u8>(top + x1) + <i32>load<u8>(top + x2) +
        <i32>load<u8>(bottom + x1) + <i32>load<u8>(bottom + x2);
      const c1 = x1 >> 1;
      const c2 = x2 >> 1;
      const us = <i32>load<u8>(u + chromaRow + c1) + <i32>load<u8>(u + chromaRow2 + c2);
      const vs = <i32>load<u8>(v + chromaRow + c1) + <i32>load<u8>(v + chromaRow2 + c2);
      const luma = (<f32>sum * 0.25 - blackCode) * lumaScale;
      const du = <f32>us * 0.5 - 128;
      const dv = <f32>vs * 0.5 - 128;
      const r = byteOf(luma + vToR * dv);
      const g = byteOf(luma + uToG * du + vToG * dv);
      const b = byteOf(luma + uToB * du);
      store<u32>(target, r | (g << 8) | (b << 16) | 0xff000000);
    }
  }
}
