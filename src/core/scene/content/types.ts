import type { Layer } from '../../document/layers';
import type { Stack } from '../../document/types';
import type { LayerChange } from '../../motion/sample';
import type { LayerTiming } from '../../motion/timing';
import { framesToSeconds, secondsToFrames, type Frames, type Seconds } from '../../time';
import type { SceneAssets } from '../assets';
import type { Box } from '../../geometry/box';
import type { FillSetting } from '../fill';
import { enlargement, type Matrix } from '../../geometry/matrix';
import type { Content } from '../pieces';
import type { LayerTree } from '../../document/tree';
import type { DrawItem } from '../types';

/** Everything that is the same for all layers of one frame. */
export interface FrameSetting {
  readonly stack: Stack;
  readonly frame: number;
  readonly assets: SceneAssets;
  readonly timing: ReadonlyMap<string, LayerTiming>;
  readonly tree: LayerTree;
  readonly depth: number;
}

export interface Placing extends LayerChange {
  readonly box: Box;
  readonly place: Matrix;
  /** With all that moves do to the whole layer. */
  readonly moved: Matrix;
}

export interface Drawn extends Content {
  readonly atRest: boolean;
}

/** Nothing that could be drawn together with anything else. */
export const apartFrom = (apart: readonly DrawItem[]): Drawn => ({
  shared: null,
  apart,
  atRest: false,
});

/** Frames since a layer came on show. */
export const elapsedFrames = (layer: Layer, { frame, timing }: FrameSetting): Frames =>
  frame - timing.get(layer.id)!.from;

/** Seconds for which what runs by a layer's own time has been running. */
export const runningSeconds = (layer: Layer, setting: FrameSetting): Seconds =>
  Math.max(0, framesToSeconds(elapsedFrames(layer, setting), setting.stack.rate) + layer.preroll);

export const fillSetting = (
  layer: Layer,
  { box, moved }: Placing,
  setting: FrameSetting,
): FillSetting => ({
  box,
  matrix: moved,
  canvas: setting.stack,
  elapsed: elapsedFrames(layer, setting) + secondsToFrames(layer.preroll, setting.stack.rate),
  rate: setting.stack.rate,
  assets: setting.assets,
});

export const lookOf = (layer: Layer, { moved, place }: Placing) => ({
  shadow: layer.shadow,
  glow: layer.glow,
  // A move that turns a layer edge-on has no size to measure by; the place then has.
  enlargement: enlargement(moved) || enlargement(place),
});
