import { useDrag } from '@use-gesture/react';
import Svg, { Polygon } from 'react-native-svg';
import type { Place } from '@/core/document';
import type { Point, Quad } from '@/core/scene';
import { newGesture, POINTER_DRAG } from '../gesture';
import { useTokens } from '../theme';

type Client = readonly [number, number];

interface SelectionProps {
  readonly name: string;
  readonly quad: Quad;
  readonly place: Place;
  /** Screen pixels per document pixel. */
  readonly fit: number;
  /** Screen pixels of the stage; handles stay on it. */
  readonly shown: { readonly width: number; readonly height: number };
  /** `turning` or, else, resizing; `start` is the place when the drag began. */
  readonly onHandle: (
    from: Client,
    to: Client,
    turning: boolean,
    gesture: string,
    start: Place,
  ) => void;
}

/** How far the turning handle stands off its edge, in screen pixels. */
const STAND_OFF = 22;

/** The stitch round the chosen thing, with a handle to resize it and one to turn it. */
export function Selection({ name, quad, place, fit, shown, onHandle }: SelectionProps) {
  const [a, b, c, d] = quad.map(({ x, y }) => ({ x: x * fit, y: y * fit }));
  const top = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const up = { x: a.x - d.x, y: a.y - d.y };
  const length = Math.hypot(up.x, up.y) || 1;
  const turn = { x: top.x + (up.x / length) * STAND_OFF, y: top.y + (up.y / length) * STAND_OFF };
  const handle = (turning: boolean) => ({
    onDrag: (from: Client, to: Client, gesture: string, start: Place) =>
      onHandle(from, to, turning, gesture, start),
    place,
  });
  return (
    <>
      <Stitch quad={quad} fit={fit} />
      <Handle at={within(c, shown)} label={`Resize ${name}`} round={false} {...handle(false)} />
      <Handle at={within(turn, shown)} label={`Turn ${name}`} round {...handle(true)} />
    </>
  );
}

/** The dashed line round a chosen thing. */
export function Stitch({ quad, fit }: { readonly quad: Quad; readonly fit: number }) {
  const tokens = useTokens();
  const points = quad.map(({ x, y }) => `${x * fit},${y * fit}`).join(' ');
  return (
    <Svg
      style={{ position: 'absolute', inset: 0, overflow: 'visible', pointerEvents: 'none' }}
      width="100%"
      height="100%"
    >
      <Polygon points={points} fill="none" stroke="#ffffff" strokeWidth={3} />
      <Polygon
        points={points}
        fill="none"
        stroke={tokens.plum}
        strokeWidth={1.5}
        strokeDasharray="6 4"
      />
    </Svg>
  );
}

/** Half a handle's size, so that it is never cut by the stage's edge. */
const INSET = 9;

const within = ({ x, y }: Point, { width, height }: SelectionProps['shown']): Point => ({
  x: Math.min(width - INSET, Math.max(INSET, x)),
  y: Math.min(height - INSET, Math.max(INSET, y)),
});

interface HandleProps {
  readonly at: Point;
  readonly label: string;
  readonly round: boolean;
  readonly place: Place;
  readonly onDrag: (from: Client, to: Client, gesture: string, start: Place) => void;
}

const TOUCH = 44;

function Handle({ at, label, round, place, onDrag }: HandleProps) {
  const tokens = useTokens();
  const bind = useDrag(({ event, xy, initial, memo, first }) => {
    event.stopPropagation();
    const held =
      first || !memo
        ? { gesture: newGesture(), start: place }
        : (memo as { gesture: string; start: Place });
    onDrag(initial, xy, held.gesture, held.start);
    return held;
  }, POINTER_DRAG);
  return (
    <div
      {...bind()}
      aria-label={label}
      role="button"
      style={{
        position: 'absolute',
        left: at.x - TOUCH / 2,
        top: at.y - TOUCH / 2,
        width: TOUCH,
        height: TOUCH,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        touchAction: 'none',
        cursor: round ? 'grab' : 'nwse-resize',
      }}
    >
      <div
        style={{
          width: 12,
          height: 12,
          borderRadius: round ? 8 : 3,
          background: '#ffffff',
          border: `2px solid ${tokens.plum}`,
          pointerEvents: 'none',
        }}
      />
    </div>
  );
}
