import type { SceneAssets } from '@/core/scene';
import { nodeFont } from '@/paint/nodeTools';

/** The shipped fonts and nothing else. */
export const assets: SceneAssets = {
  font: nodeFont,
  footage: () => undefined,
  overlay: () => undefined,
};
