import { sceneAt, type SceneAssets } from '@/core/scene';
import type { Overlay } from '@/core/document';
import { paintScene } from '@/paint/paintScene';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import type { PaintTools } from '@/paint/tools';
import { assets as shipped } from './nodeAssets';

export interface Painted {
  readonly width: number;
  readonly height: number;
  /** Straight RGBA. */
  readonly data: Uint8ClampedArray;
  readonly at: (x: number, y: number) => readonly number[];
}

/** An overlay's frame as pixels, at `scale` canvas pixels a document pixel. */
export function painted(
  overlay: Overlay,
  frame: number,
  scale = 0.25,
  assets: SceneAssets = shipped,
  picture: PaintTools['picture'] = () => null,
): Painted {
  const width = Math.round(overlay.width * scale);
  const height = Math.round(overlay.height * scale);
  const context = nodeContext(width, height);
  const scene = sceneAt(overlay, frame, assets);
  paintScene(context, scene, nodeTools(picture), { x: scale, y: scale });
  const { data } = context.getImageData(0, 0, width, height);
  return {
    width,
    height,
    data,
    at: (x, y) => [...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4)],
  };
}

/** How many pixels differ at all. */
export function differingPixels(a: Painted, b: Painted): number {
  let count = 0;
  for (let i = 0; i < a.data.length; i += 4) {
    if ([0, 1, 2, 3].some((channel) => a.data[i + channel] !== b.data[i + channel])) count++;
  }
  return count;
}

/** Pixels that are not wholly clear. */
export const visiblePixels = ({ data }: Painted): number => {
  let count = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] > 0) count++;
  return count;
};
