/** How codes become colours, in all four lanes. */
export let blackCode: v128 = i64x2.splat(0);
export let lumaScale: v128 = i64x2.splat(0);
export let vToR: v128 = i64x2.splat(0);
export let uToG: v128 = i64x2.splat(0);
export let vToG: v128 = i64x2.splat(0);
export let uToB: v128 = i64x2.splat(0);

/** @param matrix address of six floats, in the order of `YuvMatrix` */
export function setMatrix(matrix: usize): void {
  blackCode = v128.load32_splat(matrix);
  lumaScale = v128.load32_splat(matrix + 4);
  vToR = v128.load32_splat(matrix + 8);
  uToG = v128.load32_splat(matrix + 12);
  vToG = v128.load32_splat(matrix + 16);
  uToB = v128.load32_splat(matrix + 20);
}
