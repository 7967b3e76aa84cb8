import fc from 'fast-check';
import { keptBox, keptSide } from '@/core/scene/cut';
import { nodeTools, nodeContext } from '@/paint/nodeTools';

const box = { left: -40, top: -20, right: 60, bottom: 30 };

describe('a cut', () => {
  it('keeps what lies clockwise of its direction', () => {
    expect(keptBox(box, { x: 10, y: 0, angle: 90 })).toEqual({ ...box, right: 10 });
    expect(keptBox(box, { x: 10, y: 0, angle: -90 })).toEqual({ ...box, left: 10 });
    expect(keptBox(box, { x: 10, y: 5, angle: 0 })).toEqual({ ...box, top: 5 });
  });

  it('beside the box keeps all of it on one side', () => {
    expect(keptBox(box, { x: 500, y: 0, angle: 90 })).toEqual(box);
  });

  it('gives two boxes that together are the whole one, whatever its place and angle', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -40, max: 60 }),
        fc.integer({ min: -20, max: 30 }),
        fc.integer({ min: -720, max: 720 }),
        (x, y, angle) => {
          const [a, b] = [
            keptBox(box, { x, y, angle }),
            keptBox(box, { x, y, angle: angle + 180 }),
          ];
          expect(Math.min(a.left, b.left)).toBeCloseTo(box.left, 6);
          expect(Math.min(a.top, b.top)).toBeCloseTo(box.top, 6);
          expect(Math.max(a.right, b.right)).toBeCloseTo(box.right, 6);
          expect(Math.max(a.bottom, b.bottom)).toBeCloseTo(box.bottom, 6);
        },
      ),
    );
  });

  it('paints the side that its box lies round', () => {
    const context = nodeContext(40, 40);
    context.fillStyle = '#ff0000';
    context.fill(nodeTools().path(keptSide({ x: 20, y: 20, angle: 90 })));
    const { data } = context.getImageData(0, 0, 40, 40);
    expect(data[(20 * 40 + 10) * 4 + 3]).toBe(255);
    expect(data[(20 * 40 + 30) * 4 + 3]).toBe(0);
  });
});
