import { solid } from '@/core/document';
import { addMove } from '@/core/edit';
import { sceneAt } from '@/core/scene';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintScene } from '@/paint/paintScene';
import { GOLDEN, GOLDEN_FRAME, SHADOWED } from '../../golden/documents';
import { goldenPicture, paintPng, readPng } from '../../golden/pictures';
import { band, overlay } from '../fixtures';
import { assets } from '../nodeAssets';

describe('golden pictures', () => {
  it.each([...GOLDEN, SHADOWED].map((document) => [document.id, document] as const))(
    '%s is painted to the same bytes as ever',
    async (_id, document) => {
      const kept = await readPng(goldenPicture(document));
      const painted = await readPng(paintPng(document, GOLDEN_FRAME));
      expect(kept.data.some((value) => value > 0)).toBe(true);
      expect(Buffer.compare(Buffer.from(painted.data), Buffer.from(kept.data))).toBe(0);
    },
  );
});

describe('painting', () => {
  const pixel = (document: ReturnType<typeof overlay>, x: number, y: number, frame = 0) => {
    const context = nodeContext(192, 108);
    paintScene(context, sceneAt(document, frame, assets), nodeTools(), { x: 0.1, y: 0.1 });
    return [...context.getImageData(x, y, 1, 1).data];
  };
  const white = solid('#ffffff');

  it('counts opacity once where border and fill lie over each other', () => {
    const border = { colour: '#000000', width: 40, side: 'outside' as const };
    const layer = band({ fill: white, border, opacity: 0.5 });
    const [r, , , a] = pixel(overlay({ layers: [layer] }), 96, 54);
    expect([r, a]).toEqual([255, 128]);
  });

  it('draws a shadow without what casts it', () => {
    const shadow = { colour: '#ff0000', opacity: 1, dx: 0, dy: 300, blur: 0 };
    const layer = band({ fill: { kind: 'colour', colour: '#ffffff', opacity: 0 }, shadow });
    const document = overlay({ layers: [layer] });
    expect(pixel(document, 96, 84)).toEqual([255, 0, 0, 255]);
    expect(pixel(document, 96, 50)[3]).toBe(0);
  });

  it('lays the key colour under everything', () => {
    const document = overlay({
      backdrop: { kind: 'key', colour: '#00d040' },
      layers: [band({ fill: white })],
    });
    expect(pixel(document, 2, 2)).toEqual([0, 208, 64, 255]);
    expect(pixel(document, 96, 54)).toEqual([255, 255, 255, 255]);
  });

  it('multiplies a layer with what is under it', () => {
    const under = band({ fill: { kind: 'colour', colour: '#808080', opacity: 1 } });
    const over = {
      ...band({
        fill: { kind: 'colour', colour: '#808080', opacity: 1 },
        blend: 'multiply' as const,
      }),
      id: 'over',
    };
    expect(pixel(overlay({ layers: [under, over] }), 96, 54)[0]).toBe(64);
  });

  it('shows nothing before a fade starts and half in its middle', () => {
    const document = addMove(
      overlay({ layers: [band({ fill: white })] }),
      'band',
      'm',
      'fade',
      'arrive',
    );
    expect(pixel(document, 96, 54, 0)[3]).toBe(0);
    expect(Math.abs(pixel(document, 96, 54, 7)[3] - 119)).toBeLessThanOrEqual(1);
    expect(pixel(document, 96, 54, 15)[3]).toBe(255);
  });
});
