import { createCanvas } from '@napi-rs/canvas';
import {
  createFootageLayer,
  createGhost,
  createInk,
  createLanded,
  createLanding,
  solid,
  WHOLE_CLIP,
  type ClipLayer,
  type FootageLayer,
  type Overlay,
  type OverlayLayer,
} from '@/core/document';
import {
  addLayer,
  addMatte,
  addMattePoint,
  addTrack,
  createTrack,
  trimLayer,
  changeMatte,
  changeRate,
  drawMatteAt,
  moveMattePoint,
  placeSmall,
  removeMatte,
  removeMattePoint,
  shiftLayer,
  splitInTime,
  takeOver,
  windowOf,
} from '@/core/edit';
import { layerQuads, boxAround, picturesOf, sceneAt } from '@/core/scene';
import { mattePoints } from '@/core/document/mattePoints';
import { after, at, band, move, overlay, video, words } from '../fixtures';
import { assets } from '../nodeAssets';
import { painted } from '../pixels';

const counting = () => {
  let count = 0;
  return () => `new${count++}`;
};
const clip = video({ id: 'clip', duration: 4, rate: { num: 25, den: 1 } });
const landing = createLanding({ id: 'l', created: 0 }, 'Landing', clip);
const own = { ...assets, footage: () => clip };

describe('a moving picture laid over a landing', () => {
  it.each([
    ['as long as the landing where it runs for good', 0, 100, null],
    ['for its three runs of a second', 3, 75, 3],
  ])('stays %s', (_what, plays, to, times) => {
    const picture = video({ duration: 1, plays });
    const layer = createLanded('c', landing, picture) as ClipLayer;
    expect([layer.to, layer.time.after, layer.time.times]).toEqual([to, 'loop', times]);
  });
});

describe('trimming the front of a layer', () => {
  const THIRTY = { num: 30, den: 1 };
  const empty = { ...landing, rate: THIRTY, length: 120, layers: [] };
  /** The second of the clip that a frame shows. */
  const secondAt = (stack: typeof empty, frame: number) =>
    picturesOf(sceneAt(stack, frame, own).items)[0]?.seconds;

  it.each(['hold', 'loop', 'back and forth'] as const)(
    'shows less of the same of a clip that does “%s”',
    (after) => {
      const layer = createLanded('c', empty, clip) as ClipLayer;
      const whole = addLayer(empty, { ...layer, to: 200, time: { ...layer.time, after } });
      const trimmed = trimLayer(whole, 'c', 'from', 30);
      expect(secondAt(trimmed, 29)).toBeUndefined();
      for (const frame of [30, 60, 118, 150, 199]) {
        expect(secondAt(trimmed, frame)).toBeCloseTo(secondAt(whole, frame)!, 6);
      }
      expect(secondAt(trimmed, 60)).toBeCloseTo(2, 6);
      expect(trimLayer(trimmed, 'c', 'from', -30)).toEqual(whole);
    },
  );

  it('of a nested overlay and of what runs by its own time as well', () => {
    const nested = overlay({ id: 'inner', rate: THIRTY, length: 90, layers: [band()] });
    const layer = createLanded('n', empty, nested) as OverlayLayer;
    const trimmed = trimLayer(addLayer(empty, layer), 'n', 'from', 15);
    expect(trimmed.layers[0]).toMatchObject({ from: 15, lead: -0.5, preroll: 0.5 });
    const stretched = addLayer(empty, { ...layer, after: 'stretch' });
    expect(trimLayer(stretched, 'n', 'from', 15).layers[0]).toMatchObject({ from: 15, lead: 0 });
  });
});

describe('changing the rate of a landing', () => {
  it('leaves its sounds at the seconds they began at', () => {
    const beat = video({ id: 'beat', type: 'sound', width: 0, height: 0 });
    const thirty = { ...landing, rate: { num: 30, den: 1 } };
    const sounding = addTrack(thirty, { ...createTrack('t', beat), start: 90, in: 0.5 });
    const changed = changeRate(sounding, { num: 60, den: 1 });
    expect(changed.sounds[0]).toMatchObject({ start: 180, in: 0.5 });
    expect(changeRate(changed, thirty.rate).sounds).toEqual(sounding.sounds);
  });
});

describe('splitting a layer in time', () => {
  it('goes on in the second part where the first one ends', () => {
    const whole = addLayer({ ...landing, layers: [] }, createLanded('c', landing, clip));
    const split = splitInTime(whole, 'c', 40, counting());
    expect(split.layers.map(({ from, to }) => [from, to])).toEqual([
      [0, 40],
      [40, 100],
    ]);
    for (const frame of [0, 39, 40, 41, 99]) {
      const shown = (document: typeof whole) =>
        picturesOf(sceneAt(document, frame, own).items).map(({ seconds }) => seconds.toFixed(6));
      expect(shown(split)).toEqual(shown(whole));
    }
  });

  it('goes on with drawings and with footage in shapes, too', () => {
    const stroke = {
      ...{ id: 's', brush: 'pen', colour: '#ffffff', size: 9, opacity: 1, smoothing: 0 },
      ...{ fill: null, sensed: false, pause: 0 },
    };
    const drawings = [0, 1, 2].map((i) => ({
      ...{ id: `d${i}`, hold: 1 },
      strokes: [{ ...stroke, points: [i * 50, 0, 0.5, 0, 0, i * 50, 60, 0.5, 0, 30] }],
    }));
    const filled = band({
      fill: {
        ...{ kind: 'footage', footage: 'clip', fit: 'cover', pinned: false, opacity: 1 },
        time: WHOLE_CLIP,
      },
    });
    for (const layer of [{ ...createInk('band', overlay(), 'd'), drawings }, filled]) {
      const document = addLayer(overlay(), layer);
      const split = splitInTime(document, 'band', 31, counting());
      const shown = (of: Overlay, frame: number) =>
        JSON.stringify(sceneAt(of, frame, own).items).replace(/\d+\.\d{7,}/g, (number) =>
          Number(number).toFixed(6),
        );
      for (const frame of [5, 30, 31, 33, 36]) {
        expect(shown(split, frame)).toBe(shown(document, frame));
      }
      // So that this could be seen at all: it looks otherwise when it starts anew.
      expect(shown(document, 0)).not.toBe(shown(document, 33));
    }
  });

  it('leaves arriving to the first and leaving to the second; what waited keeps its time', () => {
    const document = overlay({
      layers: [
        band({
          moves: [move('in', 'fade', 'arrive', at(0)), move('out', 'fade', 'leave', at(90))],
        }),
        words('Wind', { moves: [move('w', 'fade', 'arrive', after('in', 5))] }),
      ],
    });
    const split = splitInTime(document, 'band', 50, counting());
    const [first, second, waiting] = split.layers;
    expect(first.moves.map(({ phase }) => phase)).toEqual(['arrive']);
    expect(second.moves.map(({ phase }) => phase)).toEqual(['leave']);
    expect([first.to, second.from]).toEqual([50, 50]);
    expect(waiting.moves[0].cue).toEqual({ kind: 'at', frame: 15 });
  });

  it('is refused for a stay that is stretched, and does nothing outside of the layer', () => {
    const card = overlay({ id: 'card', layers: [band()] });
    const layer = createLanded('n', landing, card);
    const stretched = addLayer(landing, { ...layer, after: 'stretch' } as typeof layer);
    expect(() => splitInTime(stretched, 'n', 20, counting())).toThrow(/stretched/);
    expect(splitInTime(landing, 'base', 0, counting())).toBe(landing);
  });
});

describe('garbage mattes', () => {
  const layer = createFootageLayer('c', landing, clip);

  it('go with their layer in time, and with its rate', () => {
    const drawn = addMatte(layer, 'm', 10);
    const document = addLayer(overlay(), {
      ...drawn,
      mattes: drawn.mattes.map((matte) => drawMatteAt(matte, 40)),
    });
    const framesOf = (document: Overlay) =>
      (document.layers[0] as typeof layer).mattes[0].drawn.map(({ frame }) => frame);
    expect(framesOf(document)).toEqual([10, 40]);
    expect(framesOf(shiftLayer(document, 'c', 25))).toEqual([35, 65]);
    expect(framesOf(changeRate(document, { num: 60, den: 1 }))).toEqual([20, 80]);
  });
  const square = (entry: FootageLayer, x: number, y: number, size: number): FootageLayer => ({
    ...entry,
    mattes: entry.mattes.map((matte) => ({
      ...matte,
      drawn: [
        {
          frame: 0,
          points: [
            { x, y },
            { x: x + size, y },
            { x: x + size, y: y + size },
            { x, y: y + size },
          ],
        },
      ],
    })),
  });
  it('start in the middle, gain and lose points, and go', () => {
    const added = addMatte(layer, 'm', 10);
    expect(added.mattes[0]).toMatchObject({ keep: 'in', feather: 0 });
    expect(added.mattes[0].drawn).toHaveLength(1);
    const more = changeMatte(added, 'm', (matte) => addMattePoint(matte, 0));
    expect(more.mattes[0].drawn[0].points).toHaveLength(5);
    expect(more.mattes[0].drawn[0].points[1].x).toBeCloseTo(0, 6);
    const less = changeMatte(added, 'm', (matte) =>
      removeMattePoint(removeMattePoint(matte, 0), 0),
    );
    expect(less.mattes[0].drawn[0].points).toHaveLength(3);
    expect(removeMatte(more, 'm').mattes).toEqual([]);
  });

  it('go over from one drawing to the next, and move at one frame alone', () => {
    const [matte] = square(addMatte(layer, 'm', 0), 0, 0, 100).mattes;
    const twice = moveMattePoint(drawMatteAt(matte, 20), 0, { x: 40, y: 20 }, 20);
    expect(mattePoints(twice, 0)[0]).toEqual({ x: 0, y: 0 });
    expect(mattePoints(twice, 10)[0]).toEqual({ x: 20, y: 10 });
    expect(mattePoints(twice, 50)[0]).toEqual({ x: 40, y: 20 });
    const once = moveMattePoint(matte, 1, { x: 7, y: 7 }, 33);
    expect(once.drawn).toHaveLength(1);
    expect(mattePoints(once, 0)[1]).toEqual({ x: 7, y: 7 });
  });

  it.each([
    ['in', 255, 0],
    ['out', 0, 255],
  ] as const)('keep what is %s them', (keep, inside, outside) => {
    const still = { ...clip, type: 'still' as const };
    const shaped = square(addMatte(layer, 'm', 0), -200, -100, 200);
    const matted = changeMatte(shaped, 'm', (matte) => ({ ...matte, keep }));
    const document = { ...landing, backdrop: { kind: 'clear' } as const, layers: [matted] };
    const shown = painted(document as never, 0, 1, { ...assets, footage: () => still }, () =>
      whitePicture(),
    );
    const alphaAt = (x: number, y: number) => shown.data[(y * shown.width + x) * 4 + 3];
    expect(alphaAt(540, 360)).toBe(inside);
    expect(alphaAt(900, 600)).toBe(outside);
  });
});

function whitePicture(): CanvasImageSource {
  const canvas = createCanvas(1280, 720);
  const context = canvas.getContext('2d');
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, 1280, 720);
  return canvas as unknown as CanvasImageSource;
}

describe('footage that was cropped when it was sent', () => {
  // A part of a 400 × 300 canvas, 100 × 50 from its corner at (260, 40), sent at twice the size.
  const cut = { left: 260, top: 40, scale: 2, canvas: { width: 400, height: 300 } };
  const part = video({ id: 'part', width: 200, height: 100, cut });
  const on = (width: number, height: number) =>
    createFootageLayer('p', { ...landing, width, height }, part);

  it('lies where it was on its canvas, which lies in the middle', () => {
    expect(on(400, 300)).toMatchObject({ width: 100, height: 50, place: { x: 310, y: 65 } });
    expect(on(1920, 1080)).toMatchObject({ width: 100, height: 50, place: { x: 1070, y: 455 } });
  });

  it('shrinks with its canvas where that is too large', () => {
    expect(on(200, 150)).toMatchObject({ width: 50, height: 25, place: { x: 155, y: 32.5 } });
  });
});

describe('a ghost', () => {
  it('is tinted, see-through, has lines, and flickers by its seed alone', () => {
    const ghost = { ...createGhost(overlay()), spacing: 20, lines: 1, flicker: 0.5, opacity: 0.8 };
    const layer = band({ width: 960, height: 400, fill: solid('#ffffff'), ghost });
    const alphas = (frame: number, seed = 1) => {
      const document = overlay({ layers: [{ ...layer, ghost: { ...ghost, seed } }] });
      const shown = painted(document, frame, 0.5);
      const column = Array.from(
        { length: 200 },
        (_, i) => shown.data[((170 + i) * shown.width + 480) * 4 + 3],
      );
      return [Math.min(...column), Math.max(...column)];
    };
    const [dark, light] = alphas(0);
    expect(dark).toBe(0);
    expect(light).toBeGreaterThan(0.35 * 255);
    expect(light).toBeLessThanOrEqual(Math.ceil(0.8 * 255));
    expect(alphas(0)).toEqual([dark, light]);
    const over = [0, 10, 20, 30, 40].map((frame) => alphas(frame)[1]);
    expect(new Set(over).size).toBeGreaterThan(2);
    expect(alphas(10, 2)).not.toEqual(alphas(10, 1));
  });
});

describe('a picture in the picture', () => {
  it.each([
    ['top left', 64, 36],
    ['bottom right', 1280 - 64 - 384, 720 - 36 - 216],
  ] as const)('goes small to the %s of the safe area', (corner, left, top) => {
    const document = addLayer(landing, createLanded('c', landing, clip));
    const quad = layerQuads(document, own).get('c')!;
    const placed = placeSmall(document, 'c', quad, corner);
    const box = boxAround(layerQuads(placed, own).get('c')!);
    expect(box.left).toBeCloseTo(left, 4);
    expect(box.top).toBeCloseTo(top, 4);
    expect(box.right - box.left).toBeCloseTo(384, 4);
  });
});

describe('a window that takes over', () => {
  it('shows the same moment full frame, dissolving in', () => {
    const time = { ...WHOLE_CLIP, in: 0.5 };
    const fill = {
      kind: 'footage' as const,
      footage: 'clip',
      fit: 'cover' as const,
      pinned: true,
      time,
      opacity: 1,
    };
    const title = overlay({
      id: 'title',
      width: 1280,
      height: 720,
      rate: { num: 25, den: 1 },
      layers: [words('WIND', { fill })],
    });
    expect(windowOf(title)?.layer.kind).toBe('words');
    expect(windowOf(overlay({ layers: [band()] }))).toBeNull();
    const nested = { ...createLanded('t', landing, title), from: 10, to: 90 };
    const document = takeOver(addLayer(landing, nested), 't', title, clip, 35, 25, counting());
    const taken = document.layers.at(-1) as ClipLayer;
    expect(taken).toMatchObject({ kind: 'clip', footage: 'clip', width: 1280, height: 720 });
    expect(taken.time.in).toBeCloseTo(1.5, 6);
    const scene = (frame: number) =>
      sceneAt({ ...document, layers: [taken] }, frame, own).items.map(({ opacity }) => opacity);
    expect(scene(34)).toEqual([]);
    expect(scene(60)).toEqual([1]);
  });
});
