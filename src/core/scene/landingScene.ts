import type { Footage, Landing, LandingItem } from '../document/types';
import { framesToSeconds, frameOnShow } from '../time';
import { placeMatrix } from './artwork';
import type { SceneAssets } from './assets';
import { mapBox, type Quad } from './box';
import { multiply, translation, type Matrix } from './matrix';
import { overlayScene } from './overlayScene';
import { plainGroup, type DrawItem, type PictureItem, type Scene } from './types';

/** What a landing shows at a frame: the footage, then its items, overlays live. */
export function landingScene(landing: Landing, frame: number, assets: SceneAssets): Scene {
  const base = landing.base ? assets.footage(landing.base) : undefined;
  const items = landing.items.flatMap((item) => itemScene(item, landing, frame, assets));
  return {
    width: landing.width,
    height: landing.height,
    backdrop: '#000000',
    items: base ? [baseItem(base, landing, frame), ...items] : items,
  };
}

/** One item alone on a clear canvas, for the matte and cut-out views; empty while it is not on show. */
export function itemAlone(
  landing: Landing,
  itemId: string,
  frame: number,
  assets: SceneAssets,
): Scene {
  const items = landing.items
    .filter((item) => item.id === itemId)
    .flatMap((item) => itemScene(item, landing, frame, assets));
  return { width: landing.width, height: landing.height, backdrop: null, items };
}

/** The same landing with no key colour removed: what "before" means at the divider. */
export const withoutKeys = (landing: Landing): Landing => ({
  ...landing,
  items: landing.items.map((item) => ({ ...item, key: null })),
});

/** The base fills the canvas, cut where its shape differs, and holds its last frame. */
function baseItem(footage: Footage, landing: Landing, frame: number): PictureItem {
  const scale = Math.max(landing.width / footage.width, landing.height / footage.height);
  const middle = { x: landing.width / 2, y: landing.height / 2, scale, rotation: 0 };
  return {
    kind: 'picture',
    footage: footage.id,
    seconds: Math.min(framesToSeconds(frame, landing.rate), lastFrameTime(footage)),
    key: null,
    width: footage.width,
    height: footage.height,
    matrix: centred(placeMatrix(middle), footage),
    opacity: 1,
    blend: 'normal',
  };
}

/** The source's own frame grid: reading it between two frames would blur nothing but could miss one. */
const lastFrameTime = (footage: Footage): number => {
  if (!footage.rate) return 0;
  const frames = Math.max(1, Math.round((footage.duration * footage.rate.num) / footage.rate.den));
  return framesToSeconds(frames - 1, footage.rate);
};

const centred = (matrix: Matrix, size: { width: number; height: number }): Matrix =>
  multiply(matrix, translation(-size.width / 2, -size.height / 2));

function itemScene(
  item: LandingItem,
  landing: Landing,
  frame: number,
  assets: SceneAssets,
): readonly DrawItem[] {
  if (item.hidden || item.opacity === 0 || frame < item.start) return [];
  const elapsed = frame - item.start;
  const { opacity, blend } = item;
  if (item.source.kind === 'overlay') {
    const overlay = assets.overlay(item.source.overlay);
    if (!overlay) return [];
    const own = frameOnShow(elapsed, landing.rate, overlay.rate);
    if (own >= overlay.length) return [];
    const scene = overlayScene(overlay, own, assets);
    const matrix = centred(placeMatrix(item.place), overlay);
    const { width, height, items } = scene;
    return [{ ...plainGroup(items, matrix), canvas: { width, height }, opacity, blend }];
  }
  const footage = assets.footage(item.source.footage);
  const seconds = framesToSeconds(elapsed, landing.rate);
  if (!footage || (footage.type === 'video' && seconds >= footage.duration)) return [];
  return [
    {
      kind: 'picture',
      footage: footage.id,
      seconds: footage.type === 'video' ? seconds : 0,
      key: item.key,
      width: footage.width,
      height: footage.height,
      matrix: centred(placeMatrix(item.place), footage),
      opacity,
      blend,
    },
  ];
}

/** Where each item lies, in landing pixels; items whose source is missing are left out. */
export function itemQuads(landing: Landing, assets: SceneAssets): ReadonlyMap<string, Quad> {
  return new Map(
    landing.items.flatMap((item): [string, Quad][] => {
      const size =
        item.source.kind === 'overlay'
          ? assets.overlay(item.source.overlay)
          : assets.footage(item.source.footage);
      if (!size) return [];
      const box = { left: 0, top: 0, right: size.width, bottom: size.height };
      return [[item.id, mapBox(centred(placeMatrix(item.place), size), box)]];
    }),
  );
}
