import { NEUTRAL, type Ghost } from '../document/layers';
import { scattered } from '../random';
import type { Box } from '../geometry/box';
import { IDENTITY, type Matrix } from '../geometry/matrix';
import { plainGroup, type DrawItem } from './types';

/** How often a second the light changes. */
const FLICKERS = 12;

const SALT = 7;

/**
 * Items as a ghost shows them: tinted, see-through, with lines across and an unsteady light.
 * @param box of the layer, which the lines go across
 * @param moved from layer to scene pixels
 */
export function asGhost(
  items: readonly DrawItem[],
  ghost: Ghost,
  box: Box,
  moved: Matrix,
  seconds: number,
): readonly DrawItem[] {
  if (items.length === 0) return items;
  const { tint, tintStrength, opacity, spacing, lines, flicker, seed } = ghost;
  const dip = (scattered(seed, Math.floor(seconds * FLICKERS + 1e-6), SALT) + 1) / 2;
  return [
    {
      ...plainGroup(items, IDENTITY),
      effects: { ...NEUTRAL, tint, tintStrength },
      masks: lines > 0 ? [{ kind: 'lines', box, spacing, strength: lines, matrix: moved }] : [],
      opacity: opacity * (1 - flicker * dip),
    },
  ];
}
