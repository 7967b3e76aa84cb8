import type { Overlay } from '../document/types';
import type { SceneAssets } from './assets';
import type { Scene } from './types';

/** An overlay's guide frame, filling the canvas as the footage would under it; null without one. */
export function guideScene(
  { width, height, guide }: Pick<Overlay, 'width' | 'height' | 'guide'>,
  assets: SceneAssets,
): Scene | null {
  const footage = guide && assets.footage(guide.footage);
  if (!footage || footage.type === 'sound' || guide.strength === 0) return null;
  const scale = Math.max(width / footage.width, height / footage.height);
  const x = (width - footage.width * scale) / 2;
  const y = (height - footage.height * scale) / 2;
  return {
    width,
    height,
    backdrop: null,
    items: [
      {
        kind: 'picture',
        footage,
        seconds: Math.min(guide.seconds, Math.max(0, footage.duration - 0.001)),
        mix: null,
        key: null,
        width: footage.width,
        height: footage.height,
        matrix: [scale, 0, 0, scale, x, y],
        opacity: guide.strength,
        blend: 'normal',
      },
    ],
  };
}
