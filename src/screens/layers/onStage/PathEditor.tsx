import type { PathPoint } from '@/core/geometry/path';
import { movedHandle, movedPoint } from '@/core/geometry/editPath';
import { pathData } from '@/core/geometry/path';
import { apply, multiply, translation, type Matrix, type Point } from '@/core/scene';
import { inverse } from '@/core/geometry/matrix';
import { StagePoints, type StagePoint } from '@/ui/stage/StagePoints';
import { useEditing } from '../editing';

interface PathEditorProps {
  readonly path: readonly PathPoint[];
  /** From the path's pixels to the document's. */
  readonly matrix: Matrix;
  readonly closed: boolean;
  readonly onChange: (path: readonly PathPoint[], gesture: string) => void;
}

/** A path on the stage: its trace, its points, and the handles of the chosen one. */
export function PathEditor({ path, matrix, closed, onChange }: PathEditorProps) {
  const { document, point, choosePoint } = useEditing();
  const chosen = point !== null && point < path.length ? point : path.length - 1;
  const onCanvas = path.map((entry) => mapped(entry, matrix));
  const corners = onCanvas.map((entry, i): StagePoint => ({
    id: `point ${i}`,
    label: `Point ${i + 1}`,
    at: entry,
    chosen: i === chosen,
  }));
  const handles = chosen < 0 ? [] : handlesOf(onCanvas[chosen]);
  const drag = (id: string, to: Point, gesture: string) => {
    const at = apply(inverse(matrix), to);
    const [what, which] = id.split(' ');
    if (what === 'point') onChange(movedPoint(path, Number(which), at.x, at.y), gesture);
    else {
      const { x, y } = path[chosen];
      onChange(movedHandle(path, chosen, which as 'in' | 'out', at.x - x, at.y - y), gesture);
    }
  };
  return (
    <StagePoints
      canvas={document}
      points={[...corners, ...handles]}
      line={
        pathData(onCanvas, closed) + handles.map((h) => lineTo(onCanvas[chosen], h.at)).join('')
      }
      onDrag={drag}
      onChoose={(id) => {
        const [what, which] = id.split(' ');
        if (what === 'point') choosePoint(Number(which));
      }}
    />
  );
}

/** The point with its handles in document pixels. */
function mapped(point: PathPoint, matrix: Matrix): PathPoint {
  const at = apply(matrix, point);
  const linear = multiply(translation(-matrix[4], -matrix[5]), matrix);
  const into = apply(linear, { x: point.inX, y: point.inY });
  const out = apply(linear, { x: point.outX, y: point.outY });
  return { ...at, inX: into.x, inY: into.y, outX: out.x, outY: out.y };
}

const handlesOf = ({ x, y, inX, inY, outX, outY }: PathPoint): readonly StagePoint[] =>
  [
    { id: 'handle in', label: 'Handle before the point', at: { x: x + inX, y: y + inY } },
    { id: 'handle out', label: 'Handle after the point', at: { x: x + outX, y: y + outY } },
  ]
    .filter(({ at }) => at.x !== x || at.y !== y)
    .map((entry) => ({ ...entry, handle: true, of: { x, y } }));

const lineTo = (from: Point, to: Point): string => `M${from.x} ${from.y}L${to.x} ${to.y}`;
