import { sceneAt } from '@/core/scene';
import { throughViewport } from '@/engine/stage/viewport';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { solid } from '@/core/document';
import { band, overlay } from '../fixtures';
import { assets } from '../nodeAssets';

it('a scene is seen through a viewport as large and as far along as that says, and ends where it ended', () => {
  const white = solid('#ffffff');
  const place = { ...band().place, x: 0, y: 50 };
  const document = overlay({
    width: 200,
    height: 100,
    layers: [band({ width: 100, height: 20, place, fill: white })],
  });
  const canvas = { width: 300, height: 300 };
  const seen = throughViewport(sceneAt(document, 0, assets), { scale: 2, x: 50, y: 30 }, canvas);
  const context = nodeContext(300, 300);
  paintScene(context, seen, nodeTools(), { x: 1, y: 1 });
  const alpha = (x: number, y: number) => context.getImageData(x, y, 1, 1).data[3];
  // Half of the band lies left of the document, which begins at x = 50.
  expect([alpha(48, 130), alpha(52, 130), alpha(148, 130), alpha(152, 130)]).toEqual([
    0, 255, 255, 0,
  ]);
  expect([alpha(100, 108), alpha(100, 112), alpha(100, 148), alpha(100, 152)]).toEqual([
    0, 255, 255, 0,
  ]);
});
