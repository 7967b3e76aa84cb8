import { mattePoints } from '../document/mattePoints';
import type { FootageLayer, GarbageMatte, MattePoint } from '../document/layers';

/** A matte in the middle of a layer, to be dragged into shape. */
export function addMatte(layer: FootageLayer, id: string, frame: number): FootageLayer {
  const [x, y] = [layer.width * 0.35, layer.height * 0.35];
  const points = [
    { x: -x, y: -y },
    { x, y: -y },
    { x, y },
    { x: -x, y },
  ];
  const matte: GarbageMatte = { id, keep: 'in', feather: 0, drawn: [{ frame, points }] };
  return { ...layer, mattes: [...layer.mattes, matte] };
}

export const changeMatte = (
  layer: FootageLayer,
  id: string,
  change: (matte: GarbageMatte) => GarbageMatte,
): FootageLayer => ({
  ...layer,
  mattes: layer.mattes.map((matte) => (matte.id === id ? change(matte) : matte)),
});

export const removeMatte = (layer: FootageLayer, id: string): FootageLayer => ({
  ...layer,
  mattes: layer.mattes.filter((matte) => matte.id !== id),
});

/** Puts one of a matte's points elsewhere: at `frame` alone where it is drawn more than once. */
export function moveMattePoint(
  matte: GarbageMatte,
  index: number,
  to: MattePoint,
  frame: number,
): GarbageMatte {
  const [only] = matte.drawn;
  const at = matte.drawn.length === 1 ? only.frame : frame;
  return drawnAt(matte, at, mattePoints(matte, at).with(index, to));
}

/** Draws a matte anew at a frame, as it is there: from now on it can change until then. */
export const drawMatteAt = (matte: GarbageMatte, frame: number): GarbageMatte =>
  drawnAt(matte, frame, mattePoints(matte, frame));

function drawnAt(matte: GarbageMatte, frame: number, points: readonly MattePoint[]): GarbageMatte {
  const others = matte.drawn.filter((entry) => entry.frame !== frame);
  const drawn = [...others, { frame, points }].sort((a, b) => a.frame - b.frame);
  return { ...matte, drawn };
}

/** A point more, in the middle after the given one, in all drawings. */
export const addMattePoint = (matte: GarbageMatte, after: number): GarbageMatte =>
  redrawn(matte, (points) => {
    const [a, b] = [points[after], points[(after + 1) % points.length]];
    return points.toSpliced(after + 1, 0, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  });

/** A point less; a matte keeps three. */
export const removeMattePoint = (matte: GarbageMatte, index: number): GarbageMatte =>
  redrawn(matte, (points) => (points.length > 3 ? points.toSpliced(index, 1) : points));

const redrawn = (
  matte: GarbageMatte,
  change: (points: readonly MattePoint[]) => readonly MattePoint[],
): GarbageMatte => ({
  ...matte,
  drawn: matte.drawn.map((entry) => ({ ...entry, points: change(entry.points) })),
});
