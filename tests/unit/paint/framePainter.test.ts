import type { Layer, Overlay } from '@/core/document';
import { sceneAt } from '@/core/scene';
import { FramePainter } from '@/paint/framePainter';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import type { PaintContext } from '@/paint/tools';
import { at, band, move, overlay, words } from '../fixtures';
import { assets } from '../nodeAssets';

const shadow = { colour: '#000000', opacity: 0.6, dx: 4, dy: 6, blur: 20 };
const SCALE = { x: 0.2, y: 0.2 };

const layer = (id: string, y: number, change: Partial<Layer>): Layer =>
  ({ ...band({ id, shadow }), place: { ...band().place, y }, ...change }) as Layer;

/** Two layers that stand still under one that moves for a while, and one above it. */
const staged = (change: Partial<Overlay> = {}): Overlay =>
  overlay({
    length: 40,
    layers: [
      layer('a', 300, { opacity: 0.7 }),
      layer('b', 420, { blend: 'multiply' }),
      words('Wind', {
        shadow,
        moves: [move('in', 'slide', 'arrive', at(10), { length: 12 })],
        from: 0,
      }),
      layer('c', 700, { from: 0 }),
    ],
    ...change,
  });

const bytes = (context: PaintContext) => {
  const { width, height } = context.canvas;
  return Buffer.from(context.getImageData(0, 0, width, height).data);
};

/** Frames in an order, painted by one painter after the other and each by itself. */
function bothWays(document: Overlay, frames: readonly number[]) {
  const tools = nodeTools();
  const scratch = jest.spyOn(tools, 'scratch');
  const painter = new FramePainter(tools);
  const differing = frames.filter((frame) => {
    const scene = sceneAt(document, frame, assets);
    const [one, other] = [nodeContext(384, 216), nodeContext(384, 216)];
    painter.paint(one, scene, SCALE);
    paintScene(other, scene, nodeTools(), SCALE);
    return !bytes(one).equals(bytes(other));
  });
  painter.close();
  return { differing, scratch };
}

describe('painting frame after frame', () => {
  const all = Array.from({ length: 40 }, (_, i) => i);

  it.each([
    ['on a clear backdrop', staged()],
    ['on a key colour', staged({ backdrop: { kind: 'key', colour: '#00d040' } })],
  ])('gives the bytes of painting each by itself, %s', (_name, document) => {
    expect(bothWays(document, all).differing).toEqual([]);
  });

  it('does so for any order of frames, there and back', () => {
    const shuffled = all.map((i) => (i * 17) % 40);
    expect(bothWays(staged(), [...shuffled, ...all.toReversed()]).differing).toEqual([]);
  });

  it('paints what stands still once: the canvas kept is the only one besides the blends’', () => {
    const still = overlay({ length: 40, layers: [layer('a', 300, {}), layer('b', 420, {})] });
    const { scratch } = bothWays(still, all);
    expect(scratch).toHaveBeenCalledTimes(1);
  });

  it('notices another size and another backdrop', () => {
    const painter = new FramePainter(nodeTools());
    const paint = (document: Overlay, width: number, height: number) => {
      const context = nodeContext(width, height);
      painter.paint(context, sceneAt(document, 5, assets), { x: width / 1920, y: height / 1080 });
      return bytes(context);
    };
    const alone = (document: Overlay, width: number, height: number) => {
      const context = nodeContext(width, height);
      const scale = { x: width / 1920, y: height / 1080 };
      paintScene(context, sceneAt(document, 5, assets), nodeTools(), scale);
      return bytes(context);
    };
    const keyed = staged({ backdrop: { kind: 'key', colour: '#0000ff' } });
    for (const [document, width] of [
      [staged(), 384],
      [staged(), 384],
      [staged(), 192],
      [keyed, 192],
      [keyed, 192],
      [staged(), 384],
    ] as const) {
      const height = (width * 9) / 16;
      expect(paint(document, width, height).equals(alone(document, width, height))).toBe(true);
    }
  });
});
