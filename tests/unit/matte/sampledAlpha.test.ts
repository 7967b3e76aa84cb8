import { nodeContext } from '@/paint/nodeTools';
import { sampledAlpha, softEdgeError } from '@/core/matte/sampledAlpha';

const SIDE = 40;
const FINE = 4;

/** A disc at some samples a pixel, smoothed by the canvas. */
function disc(scale: number): Uint8ClampedArray {
  const context = nodeContext(SIDE * scale, SIDE * scale);
  context.scale(scale, scale);
  context.arc(SIDE / 2, SIDE / 2, SIDE / 3, 0, 7);
  context.fill();
  return context.getImageData(0, 0, SIDE * scale, SIDE * scale).data;
}

describe('edges held against samples', () => {
  const truth = sampledAlpha(disc(FINE), SIDE, SIDE, FINE);

  it('a smoothed one is right, one of whole pixels is not', () => {
    const smooth = disc(1);
    expect(softEdgeError(truth, smooth, SIDE)).toBeLessThan(0.1);
    const jagged = smooth.map((value) => (value < 128 ? 0 : 255));
    expect(softEdgeError(truth, jagged, SIDE)).toBeGreaterThan(0.2);
  });

  it('an upright side that lies on whole pixels is none', () => {
    const half = new Float64Array(SIDE * SIDE).map((_, i) => {
      const x = i % SIDE;
      return x < 20 ? 0 : x === 20 ? 128 : 255;
    });
    const whole = new Uint8ClampedArray(SIDE * SIDE * 4).map((_, i) =>
      Math.floor(i / 4) % SIDE < 20 ? 0 : 255,
    );
    expect(softEdgeError(half, whole, SIDE)).toBeNull();
  });

  it('nothing is said where there is hardly an edge', () => {
    expect(softEdgeError(new Float64Array(SIDE * SIDE).fill(255), disc(1), SIDE)).toBeNull();
  });
});
