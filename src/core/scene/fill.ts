import type { Fill, Fit } from '../document/layers';
import { clipMoment } from '../retime/clipTime';
import type { Frames, Rate } from '../time';
import type { SceneAssets } from './assets';
import { boxCentre, type Box } from '../geometry/box';
import { shadingOf } from './edges';
import { multiply, scaling, translation, type Matrix } from '../geometry/matrix';
import type { PictureItem, SceneFill } from './types';

/** Where and when a fill is: its layer's box, its map to the scene, the canvas, and the time. */
export interface FillSetting {
  readonly box: Box;
  readonly matrix: Matrix;
  readonly canvas: { readonly width: number; readonly height: number };
  /** Frames for which it has been running. */
  readonly elapsed: Frames;
  readonly rate: Rate;
  readonly assets: SceneAssets;
}

const NO_FILL: SceneFill = { kind: 'colour', colour: '#000000', opacity: 0 };

/** A fill as it is at a frame; footage that is missing or over fills with nothing. */
export function sceneFill(fill: Fill, setting: FillSetting): SceneFill {
  if (fill.kind === 'colour') return fill;
  const { box, matrix, canvas } = setting;
  if (fill.kind === 'gradient') {
    return {
      kind: 'shading',
      shading: shadingOf(fill.gradient, box, matrix),
      opacity: fill.opacity,
    };
  }
  const area = { left: 0, top: 0, right: canvas.width, bottom: canvas.height };
  const picture = pictureIn(
    fill.footage,
    fill.time,
    fill.fit,
    fill.pinned ? area : box,
    fill.pinned ? translation(0, 0) : matrix,
    setting,
  );
  return picture ? { kind: 'picture', picture, opacity: fill.opacity } : NO_FILL;
}

/** What a still shows at any time. */
const START = { seconds: 0, mix: null } as const;

/** Footage laid into a box; null when it is missing, has no picture, or is over. */
export function pictureIn(
  id: string,
  time: Extract<Fill, { kind: 'footage' }>['time'] | null,
  fit: Fit,
  box: Box,
  matrix: Matrix,
  { elapsed, rate, assets }: Pick<FillSetting, 'elapsed' | 'rate' | 'assets'>,
): PictureItem | null {
  const footage = assets.footage(id);
  if (!footage || footage.type === 'sound') return null;
  const moving = footage.type === 'video' && time !== null;
  const moment = moving ? clipMoment(time, elapsed, rate, footage) : START;
  if (moment === null) return null;
  const { width, height } = footage;
  return {
    kind: 'picture',
    footage,
    ...moment,
    key: null,
    width,
    height,
    matrix: multiply(matrix, fitting({ width, height }, box, fit)),
    opacity: 1,
    blend: 'normal',
  };
}

/** From a picture's pixels to a box's, centred. */
function fitting(size: { width: number; height: number }, box: Box, fit: Fit): Matrix {
  const across = (box.right - box.left) / size.width;
  const down = (box.bottom - box.top) / size.height;
  const even = fit === 'cover' ? Math.max(across, down) : Math.min(across, down);
  const { x, y } = boxCentre(box);
  return multiply(
    translation(x, y),
    fit === 'fill' ? scaling(across, down) : scaling(even, even),
    translation(-size.width / 2, -size.height / 2),
  );
}
