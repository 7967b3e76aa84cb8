import { LUMA } from '@/core/colour';
import type { VideoSample } from 'mediabunny';
import { yuvMatrix, type YuvMatrix } from '@/core/matte/repairChroma';
import type { PlanarFrame } from './keyer';

/** A video frame's own planes; null where it does not come as 4:2:0, or lies on its side. */
export function planarFrame(sample: VideoSample): PlanarFrame | null {
  const { format, rotation, codedWidth, codedHeight, displayWidth, displayHeight } = sample;
  const asCoded = codedWidth === displayWidth && codedHeight === displayHeight;
  if (format !== 'I420' || rotation !== 0 || !asCoded) return null;
  const half = (codedWidth + 1) >> 1;
  const strides = [codedWidth, half, half];
  return {
    width: codedWidth,
    height: codedHeight,
    matrix: matrixOf(sample),
    copyTo: async (target, offsets) => {
      await sample.copyTo(target, {
        layout: strides.map((stride, plane) => ({ offset: offsets[plane], stride })),
      });
    },
  };
}

/** What is not tagged is taken for BT.709, as the browser takes it. */
export function matrixOf({ colorSpace }: VideoSample): YuvMatrix {
  const full = colorSpace.fullRange === true;
  switch (colorSpace.matrix) {
    case 'smpte170m':
    case 'bt470bg':
      return yuvMatrix(0.299, 0.114, full);
    default:
      return yuvMatrix(LUMA.r, LUMA.b, full);
  }
}
