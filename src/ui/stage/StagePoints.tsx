import { useDrag } from '@use-gesture/react';
import { useContext, useRef, useState, type KeyboardEvent, type RefObject } from 'react';
import Svg, { Path } from 'react-native-svg';
import type { Box, Point } from '@/core/scene';
import { arrowStep, keyGesture, newGesture, POINTER_DRAG } from '../gesture';
import { TOUCH, useTokens } from '../theme';
import { ReachContext, useReach } from './reach';

/** A point on the stage that can be dragged; positions are document pixels. */
export interface StagePoint {
  readonly id: string;
  readonly label: string;
  readonly at: Point;
  /** A small round one for handles, else a square. */
  readonly handle?: boolean;
  /** The point that it is a handle of, which it must not cover. */
  readonly of?: Point;
  readonly chosen?: boolean;
}

interface StagePointsProps {
  readonly canvas: { readonly width: number; readonly height: number };
  readonly points: readonly StagePoint[];
  /** A line drawn under them, as SVG path data. */
  readonly line: string;
  readonly onDrag: (id: string, to: Point, gesture: string) => void;
  readonly onChoose?: (id: string) => void;
}

/** Points and a line over the stage, for what is edited on it. */
export function StagePoints({ canvas, points, line, onDrag, onChoose }: StagePointsProps) {
  const tokens = useTokens();
  const cover = useRef<HTMLDivElement>(null);
  const [dragged, setDragged] = useState(false);
  const fit = useContext(ReachContext).fit;
  const shown = points.map((point) => ({ ...point, seen: seenAt(point, fit) }));
  const places = shown.map(({ seen }) => seen);
  const reach = useReach(places, canvas, dragged) ?? {
    left: 0,
    top: 0,
    right: canvas.width,
    bottom: canvas.height,
  };
  return (
    <div ref={cover} style={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}>
      <Svg
        viewBox={`0 0 ${canvas.width} ${canvas.height}`}
        width="100%"
        height="100%"
        style={{ position: 'absolute', inset: 0, overflow: 'visible' }}
      >
        <Path
          d={line}
          fill="none"
          stroke="#ffffff"
          strokeWidth={4}
          vectorEffect="non-scaling-stroke"
        />
        <Path
          d={line}
          fill="none"
          stroke={tokens.plum}
          strokeWidth={2}
          strokeDasharray="6 4"
          vectorEffect="non-scaling-stroke"
        />
      </Svg>
      {shown.map((point) => (
        <DragPoint
          key={point.id}
          point={point}
          canvas={canvas}
          cover={cover}
          reach={reach}
          onHold={setDragged}
          onDrag={(to, gesture) => onDrag(point.id, to, gesture)}
          onChoose={() => onChoose?.(point.id)}
        />
      ))}
    </div>
  );
}

interface DragPointProps {
  readonly point: StagePoint & { readonly seen: Point };
  readonly canvas: StagePointsProps['canvas'];
  readonly cover: RefObject<HTMLDivElement | null>;
  /** What the stage shows, in document pixels. */
  readonly reach: Box;
  readonly onHold: (held: boolean) => void;
  readonly onDrag: (to: Point, gesture: string) => void;
  readonly onChoose: () => void;
}

/** How near to the edge of what is shown the middle of a point is kept; one beyond it waits there. */
const EDGE = 8;

/** A place along a side of the canvas as where the touch area begins, never out of reach. */
function reachable(place: number, from: number, to: number, side: number): string {
  const at = (place: number, pixels: number) =>
    `calc(${(place / side) * 100}% + ${pixels - TOUCH / 2}px)`;
  return `clamp(${at(from, EDGE)}, ${at(place, 0)}, ${at(to, -EDGE)})`;
}

/** A handle near its point stands off it by a thumb's breadth, in the same direction. */
function seenAt({ at, of }: StagePoint, fit: number): Point {
  if (!of) return at;
  const far = Math.hypot(at.x - of.x, at.y - of.y);
  const least = TOUCH / Math.max(fit, 1e-6);
  if (far >= least || far === 0) return at;
  const grown = least / far;
  return { x: of.x + (at.x - of.x) * grown, y: of.y + (at.y - of.y) * grown };
}

function DragPoint({ point, canvas, cover, reach, ...told }: DragPointProps) {
  const { onHold, onDrag, onChoose } = told;
  const tokens = useTokens();
  const bind = useDrag(({ event, first, last, tap, xy, initial, memo }) => {
    event.stopPropagation();
    const held =
      first || !memo
        ? { gesture: newGesture(), start: point.at }
        : (memo as { gesture: string; start: Point });
    if (first) onChoose();
    onHold(!last);
    const scale = cover.current!.getBoundingClientRect().width / canvas.width;
    if (!tap) {
      const dx = (xy[0] - initial[0]) / scale;
      const dy = (xy[1] - initial[1]) / scale;
      if (dx !== 0 || dy !== 0) {
        onDrag({ x: held.start.x + dx, y: held.start.y + dy }, held.gesture);
      }
    }
    return held;
  }, POINTER_DRAG);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = arrowStep(event);
    if (step) onDrag({ x: point.at.x + step.x, y: point.at.y + step.y }, keyGesture(event));
  };
  const size = point.handle ? 10 : 14;
  return (
    <div
      {...bind()}
      role="button"
      tabIndex={0}
      aria-label={point.label}
      onFocus={onChoose}
      onKeyDown={onKeyDown}
      style={{
        position: 'absolute',
        left: reachable(point.seen.x, reach.left, reach.right, canvas.width),
        top: reachable(point.seen.y, reach.top, reach.bottom, canvas.height),
        width: TOUCH,
        height: TOUCH,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        touchAction: 'none',
        pointerEvents: 'auto',
        cursor: 'move',
      }}
    >
      <div
        style={{
          width: size,
          height: size,
          borderRadius: point.handle ? size : 3,
          background: point.chosen ? tokens.moon : '#ffffff',
          border: `2px solid ${tokens.plum}`,
          pointerEvents: 'none',
        }}
      />
    </div>
  );
}
