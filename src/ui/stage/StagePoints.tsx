import { useDrag } from '@use-gesture/react';
import { useRef, type RefObject } from 'react';
import Svg, { Path } from 'react-native-svg';
import type { Point } from '@/core/scene';
import { newGesture, POINTER_DRAG } from '../gesture';
import { useTokens } from '../theme';

/** A point on the stage that can be dragged; positions are document pixels. */
export interface StagePoint {
  readonly id: string;
  readonly label: string;
  readonly at: Point;
  /** A small round one for handles, else a square. */
  readonly handle?: boolean;
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
      {points.map((point) => (
        <DragPoint
          key={point.id}
          point={point}
          canvas={canvas}
          cover={cover}
          onDrag={(to, gesture) => onDrag(point.id, to, gesture)}
          onChoose={() => onChoose?.(point.id)}
        />
      ))}
    </div>
  );
}

interface DragPointProps {
  readonly point: StagePoint;
  readonly canvas: StagePointsProps['canvas'];
  readonly cover: RefObject<HTMLDivElement | null>;
  readonly onDrag: (to: Point, gesture: string) => void;
  readonly onChoose: () => void;
}

const TOUCH = 44;

/** How near to the canvas's edge the middle of a point is kept; one beyond it waits there. */
const EDGE = 8;

/** A share of the canvas's side as where the touch area begins, never out of reach. */
const reachable = (share: number): string =>
  `clamp(${EDGE - TOUCH / 2}px, calc(${share * 100}% - ${TOUCH / 2}px), calc(100% - ${EDGE + TOUCH / 2}px))`;

const isBeyond = ({ x, y }: Point, { width, height }: StagePointsProps['canvas']): boolean =>
  x < 0 || y < 0 || x > width || y > height;

function DragPoint({ point, canvas, cover, onDrag, onChoose }: DragPointProps) {
  const tokens = useTokens();
  const bind = useDrag(({ event, first, tap, xy, initial, memo }) => {
    event.stopPropagation();
    const held =
      first || !memo
        ? { gesture: newGesture(), start: point.at }
        : (memo as { gesture: string; start: Point });
    if (first) onChoose();
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
  const size = point.handle ? 10 : 14;
  return (
    <div
      {...bind()}
      role="button"
      aria-label={point.label}
      style={{
        position: 'absolute',
        left: reachable(point.at.x / canvas.width),
        top: reachable(point.at.y / canvas.height),
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
          border: `2px ${isBeyond(point.at, canvas) ? 'dotted' : 'solid'} ${tokens.plum}`,
          pointerEvents: 'none',
        }}
      />
    </div>
  );
}
