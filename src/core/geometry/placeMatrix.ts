import { multiply, rotation, scaling, translation, type Matrix } from './matrix';

/** Where something lies: `scale` of its height, `stretch` of its width beside that, degrees clockwise. */
interface Placed {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
  readonly rotation: number;
  readonly stretch?: number;
  /** The point that lies at x, y and about which it is scaled, mirrored and turned. */
  readonly anchorX?: number;
  readonly anchorY?: number;
  readonly flipX?: boolean;
  readonly flipY?: boolean;
}

/** From the pixels of what is placed to those of what it lies in. */
export function placeMatrix(place: Placed): Matrix {
  const { x, y, scale, rotation: turn, stretch = 1, anchorX = 0, anchorY = 0 } = place;
  const across = place.flipX ? -1 : 1;
  const down = place.flipY ? -1 : 1;
  return multiply(
    translation(x, y),
    rotation(turn),
    scaling(scale * stretch * across, scale * down),
    translation(-anchorX, -anchorY),
  );
}
