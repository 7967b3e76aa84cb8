// How far apart colours are. The reference is src/core/matte/yccDistance.ts.

import { BLUE, GREEN, RED } from '../src/core/colour/bt709';

const CB: f32 = 1.0 / (2.0 * (1.0 - <f32>BLUE) * 255.0);
const CR: f32 = 1.0 / (2.0 * (1.0 - <f32>RED) * 255.0);

/** Squared distances from differences of 0…255; luma by its weight. */
// @ts-ignore: decorators are AssemblyScript's
@inline
export function yccSquare(r: v128, g: v128, b: v128, lumaWeight: v128): v128 {
  const y = f32x4.add(
    f32x4.add(f32x4.mul(r, f32x4.splat(<f32>RED)), f32x4.mul(g, f32x4.splat(<f32>GREEN))),
    f32x4.mul(b, f32x4.splat(<f32>BLUE)),
  );
  const u = f32x4.mul(f32x4.sub(b, y), f32x4.splat(CB));
  const v = f32x4.mul(f32x4.sub(r, y), f32x4.splat(CR));
  const light = f32x4.mul(f32x4.mul(lumaWeight, f32x4.splat(1.0 / 65025.0)), f32x4.mul(y, y));
  return f32x4.add(light, f32x4.add(f32x4.mul(u, u), f32x4.mul(v, v)));
}
