import {
  type FootageLayer,
  type GarbageMatte,
  type Layer,
  type Move,
  type ShapeLayer,
} from '@/core/document';
import {
  changeLayer,
  changeMatte,
  groupMatrix,
  moveMattePoint,
  updateLayer,
  updateMove,
} from '@/core/edit';
import { layerAt } from '@/core/motion/channels';
import { placeMatrix } from '@/core/geometry/placeMatrix';
import { mattePoints } from '@/core/document/mattePoints';
import { moveKind } from '@/core/moves';
import { shapeKind, type ShapeKind } from '@/core/shapes';
import { inverse } from '@/core/geometry/matrix';
import { apply, boxAround, boxCentre, multiply, translation, type Point } from '@/core/scene';
import { StagePoints } from '@/ui/stage/StagePoints';
import { useEditing, usePausedFrame, type Cut } from '../editing';
import { PathEditor } from './PathEditor';

/** What is edited right on the stage: a cut, a path, a shape's handle, a zoom's target. */
export function OnStage({ layer }: { readonly layer: Layer | null }) {
  const { openMove, openMatte, cut } = useEditing();
  if (!layer) return null;
  if (cut?.layer === layer.id) return <CutLine cut={cut} />;
  const matte = 'mattes' in layer ? layer.mattes.find(({ id }) => id === openMatte) : null;
  if (matte) return <MattePolygon layer={layer as FootageLayer} matte={matte} />;
  const move = layer.moves.find((entry) => entry.id === openMove);
  if (move && move.path.length > 1) return <MovePath layer={layer} move={move} />;
  if (move && moveKind(move.kind).aims) return <ZoomTarget layer={layer} move={move} />;
  if (layer.kind !== 'shape') return null;
  const { points, handle } = shapeKind(layer.shape);
  if (points) return <FreePath layer={layer} />;
  return handle ? <ShapeHandle layer={layer} handle={handle} /> : null;
}

interface ShapeProps {
  readonly layer: ShapeLayer;
}

interface MattePolygonProps {
  readonly layer: FootageLayer;
  readonly matte: GarbageMatte;
}

function MattePolygon({ layer, matte }: MattePolygonProps) {
  const { document, edit, point, choosePoint } = useEditing();
  const frame = usePausedFrame();
  const matrix = useLayerMatrix(layer, frame);
  const corners = mattePoints(matte, frame).map((at) => apply(matrix, at));
  const drag = (id: string, to: Point, gesture: string) => {
    const at = apply(inverse(matrix), to);
    const moved = (entry: Layer) =>
      entry.kind === 'picture' || entry.kind === 'clip'
        ? changeMatte(entry, matte.id, (known) => moveMattePoint(known, Number(id), at, frame))
        : entry;
    edit((stack) => changeLayer(stack, layer.id, moved), gesture);
  };
  return (
    <StagePoints
      canvas={document}
      points={corners.map((at, i) => ({
        id: `${i}`,
        label: `Matte point ${i + 1}`,
        at,
        chosen: i === (point ?? 0),
      }))}
      line={`M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`}
      onDrag={drag}
      onChoose={(id) => choosePoint(Number(id))}
    />
  );
}

interface MoveProps {
  readonly layer: Layer;
  readonly move: Move;
}

const useLayerMatrix = (layer: Layer, frame = 0) => {
  const { document } = useEditing();
  const { place } = layerAt(layer, frame);
  return multiply(groupMatrix(document.layers, layer.group), placeMatrix(place));
};

/** Points are offsets from the middle of where the layer rests. */
function MovePath({ layer, move }: MoveProps) {
  const { quads, edit } = useEditing();
  const quad = quads.get(layer.id);
  if (!quad) return null;
  const { x, y } = boxCentre(boxAround(quad));
  return (
    <PathEditor
      path={move.path}
      matrix={translation(x, y)}
      closed={false}
      onChange={(path, gesture) =>
        edit((document) => updateMove(document, layer.id, move.id, { path }), gesture)
      }
    />
  );
}

function FreePath({ layer }: ShapeProps) {
  const { edit } = useEditing();
  const matrix = useLayerMatrix(layer);
  return (
    <PathEditor
      path={layer.points}
      matrix={matrix}
      closed={layer.params.closed === 1}
      onChange={(points, gesture) =>
        edit((document) => updateLayer(document, layer.id, { points }), gesture)
      }
    />
  );
}

interface ShapeHandleProps extends ShapeProps {
  readonly handle: NonNullable<ShapeKind['handle']>;
}

function ShapeHandle({ layer, handle }: ShapeHandleProps) {
  const { document, edit } = useEditing();
  const matrix = useLayerMatrix(layer);
  const at = { x: layer.params[handle.x], y: layer.params[handle.y] };
  const drag = (_id: string, to: Point, gesture: string) => {
    const inside = apply(inverse(matrix), to);
    const moved = { [handle.x]: Math.round(inside.x), [handle.y]: Math.round(inside.y) };
    const params = { ...layer.params, ...moved };
    edit((document) => updateLayer(document, layer.id, { params }), gesture);
  };
  return (
    <StagePoints
      canvas={document}
      points={[{ id: 'handle', label: handle.label, at: apply(matrix, at), chosen: true }]}
      line=""
      onDrag={drag}
    />
  );
}

function ZoomTarget({ layer, move }: MoveProps) {
  const { document, edit } = useEditing();
  const matrix = useLayerMatrix(layer);
  const { x, y } = move.params;
  const drag = (_id: string, to: Point, gesture: string) => {
    const at = apply(inverse(matrix), to);
    const params = { ...move.params, x: at.x, y: at.y };
    edit((document) => updateMove(document, layer.id, move.id, { params }), gesture);
  };
  return (
    <StagePoints
      canvas={document}
      points={[{ id: 'target', label: 'Target', at: apply(matrix, { x, y }), chosen: true }]}
      line=""
      onDrag={drag}
    />
  );
}

/** How far the handle that turns the cut stands off its middle, as a share of the canvas. */
const ARM = 0.25;

function CutLine({ cut }: { readonly cut: Cut }) {
  const { document, setCut } = useEditing();
  const radians = (cut.angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  const far = document.width + document.height;
  const arm = Math.min(document.width, document.height) * ARM;
  const end = (by: number): Point => ({ x: cut.x + cos * by, y: cut.y + sin * by });
  const drag = (id: string, to: Point) => {
    if (id === 'middle') setCut({ ...cut, ...to });
    else {
      const degrees = (Math.atan2(to.y - cut.y, to.x - cut.x) * 180) / Math.PI;
      setCut({ ...cut, angle: Math.round(degrees) });
    }
  };
  const [from, to] = [end(-far), end(far)];
  return (
    <StagePoints
      canvas={document}
      points={[
        { id: 'middle', label: 'Cut here', at: cut, chosen: true },
        { id: 'turn', label: 'Turn the cut', at: end(arm), handle: true },
      ]}
      line={`M${from.x} ${from.y}L${to.x} ${to.y}`}
      onDrag={drag}
    />
  );
}
