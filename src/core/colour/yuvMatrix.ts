/** How codes become red, green and blue, 0…255: luma · (code − black), plus what chroma adds. */
export interface YuvMatrix {
  readonly black: number;
  readonly luma: number;
  readonly vToR: number;
  readonly uToG: number;
  readonly vToG: number;
  readonly uToB: number;
}

/**
 * The matrix of a colour space with luma weights `kr` and `kb` (ITU-R BT.709-6, 3.2 and 4.6; BT.601
 * has 0.299 and 0.114).
 * @param full codes from 0 to 255 instead of 16 to 235 (chroma 16 to 240)
 */
export function yuvMatrix(kr: number, kb: number, full: boolean): YuvMatrix {
  const kg = 1 - kr - kb;
  const chroma = full ? 1 : 255 / 224;
  return {
    black: full ? 0 : 16,
    luma: full ? 1 : 255 / 219,
    vToR: 2 * (1 - kr) * chroma,
    uToG: (-2 * (1 - kb) * kb * chroma) / kg,
    vToG: (-2 * (1 - kr) * kr * chroma) / kg,
    uToB: 2 * (1 - kb) * chroma,
  };
}
