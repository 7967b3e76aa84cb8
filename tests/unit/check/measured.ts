import {
  judge,
  lackingLetters,
  Measurer,
  measureWords,
  type Checked,
  type ContrastAt,
  type Finding,
  type Measured,
} from '@/core/check';
import type { Overlay } from '@/core/document';
import { sceneAt, type SceneAssets } from '@/core/scene';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { assets as plain } from '../nodeAssets';

/** Fine enough for what is measured in single pixels. */
export const FINE = { width: 480, height: 270 };
const COARSE = { width: 128, height: 72 };

interface Looking {
  readonly assets?: SceneAssets;
  readonly contrast?: readonly ContrastAt[] | null;
  readonly size?: { readonly width: number; readonly height: number };
}

/** Measures some frames the way the engine does, at a smaller size; all frames where none are named. */
export function measure(
  document: Overlay,
  frames: readonly number[] = Array.from({ length: document.length }, (_, i) => i),
  { assets = plain, contrast = null, size = COARSE }: Looking = {},
): Measured {
  const measurer = new Measurer(document, size.width, size.height);
  const scale = { x: size.width / document.width, y: size.height / document.height };
  for (const frame of frames) {
    const context = nodeContext(size.width, size.height);
    const scene = { ...sceneAt(document, frame, assets), backdrop: null };
    paintScene(context, scene, nodeTools(), scale);
    measurer.add(context.getImageData(0, 0, size.width, size.height).data, scene);
  }
  return measurer.result({
    words: measureWords(document, assets, () => contrast),
    lacking: lackingLetters(document, assets),
  });
}

/** What rules are told of an overlay of which nothing else is known. */
export const checked = (
  overlay: Overlay,
  measured: Measured,
  change: Partial<Checked> = {},
): Checked => ({ overlay, measured, landed: null, format: null, missing: [], ...change });

/** What one rule finds; null where it finds nothing. */
export const finding = (rule: string, given: Checked): Finding | null =>
  judge(given).findings.find((entry) => entry.rule === rule) ?? null;
