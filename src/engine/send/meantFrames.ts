import equal from 'fast-deep-equal';
import type { Scene } from '@/core/scene';
import { pixelsOn, softwareContext } from '@/paint/browserTools';
import { layOnBlack } from './film';
import { meantEdge, type MeantEdge } from './meantEdge';
import type { Making } from './types';

/** A frame as a file should show it. */
export interface MeantFrame {
  /** Straight RGBA. */
  readonly pixels: Uint8ClampedArray;
  /** Whether it is as the one before. */
  readonly rests: boolean;
  /** Its sharpest edge, in the first frame from the middle on that has one; else null. */
  readonly edge: MeantEdge | null;
}

/**
 * Paints frames of a file anew.
 * @param indices of the file's frames, in order
 * @param alter makes of a painted frame what is expected of the file, in straight RGBA, on black where the format has no alpha
 */
export async function* meantFrames(
  work: Making,
  indices: readonly number[],
  alter: (painted: Uint8ClampedArray) => void,
): AsyncGenerator<MeantFrame> {
  const { artist, bundle, planned, target, crop } = work;
  const context = softwareContext(target.width, target.height);
  let before: Scene | null = null;
  let pixels: Uint8ClampedArray = new Uint8ClampedArray();
  let hasEdge = false;
  for (const [step, index] of indices.entries()) {
    const scene = await artist.sceneAt(bundle, planned.frames[index]);
    const rests = equal(scene, before);
    before = scene;
    if (!rests) {
      context.clearRect(0, 0, target.width, target.height);
      await artist.paint(context, scene, crop);
      if (!planned.format.alpha) layOnBlack(context);
      pixels = pixelsOn(context);
      alter(pixels);
    }
    const isSearched: boolean = !hasEdge && step >= Math.floor(indices.length / 2);
    const edge: MeantEdge | null = isSearched ? await meantEdge(work, scene, pixels) : null;
    hasEdge ||= edge !== null;
    yield { pixels, rests, edge };
  }
}
