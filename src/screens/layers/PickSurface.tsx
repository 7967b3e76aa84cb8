import { useRef, useState, type PointerEvent } from 'react';
import Svg, { Rect } from 'react-native-svg';
import type { Picked } from '@/store/work';
import { useTokens } from '@/ui/theme';
import { Words } from '@/ui/Words';

interface Point {
  readonly x: number;
  readonly y: number;
}

interface PickSurfaceProps {
  /** Document pixels. */
  readonly width: number;
  readonly height: number;
  /** What lies round a point; null where there is nothing. */
  readonly look: (point: Point) => Promise<Picked | null>;
  readonly onPick: (point: Point) => void;
}

interface Looked extends Picked {
  /** Screen pixels on the stage. */
  readonly at: Point;
}

/** Over the stage while a colour is picked: a loupe follows the pointer, lifting it picks. */
export function PickSurface({ width, height, look, onPick }: PickSurfaceProps) {
  const surface = useRef<HTMLDivElement>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const asked = useRef(0);
  const answered = useRef(0);
  const pointOf = (event: PointerEvent): { at: Point; point: Point } => {
    const box = surface.current!.getBoundingClientRect();
    const at = { x: event.clientX - box.left, y: event.clientY - box.top };
    return { at, point: { x: (at.x / box.width) * width, y: (at.y / box.height) * height } };
  };
  const onMove = (event: PointerEvent) => {
    // One question at a time; the next move asks again.
    if (asked.current > answered.current) return;
    const { at, point } = pointOf(event);
    asked.current++;
    void look(point).then((picked) => {
      answered.current++;
      setLooked(picked && { ...picked, at });
    });
  };
  return (
    <div
      ref={surface}
      style={{ position: 'absolute', inset: 0, cursor: 'crosshair', touchAction: 'none' }}
      onPointerDown={onMove}
      onPointerMove={onMove}
      onPointerLeave={() => setLooked(null)}
      onPointerUp={(event) => onPick(pointOf(event).point)}
    >
      {looked ? <Loupe looked={looked} /> : null}
    </div>
  );
}

const SIDE = 11;
const CELL = 10;
const AWAY = 18;

/** The pixel grid round the pointer, and the colour that would be picked. */
function Loupe({ looked }: { readonly looked: Looked }) {
  const tokens = useTokens();
  const size = SIDE * CELL;
  const left = looked.at.x > size + AWAY ? looked.at.x - size - AWAY : looked.at.x + AWAY;
  const top = Math.max(4, looked.at.y - size - AWAY);
  const middle = Math.floor(SIDE / 2) * CELL;
  return (
    <div
      role="img"
      aria-label={`Loupe: ${looked.colour}`}
      style={{
        position: 'absolute',
        left,
        top,
        padding: 4,
        borderRadius: 12,
        background: tokens.card,
        boxShadow: '0 2px 10px rgba(0, 0, 0, 0.35)',
        pointerEvents: 'none',
      }}
    >
      <Svg width={size} height={size}>
        {looked.around.map((colour, i) => (
          <Rect
            key={i}
            x={(i % SIDE) * CELL}
            y={Math.floor(i / SIDE) * CELL}
            width={CELL - 0.5}
            height={CELL - 0.5}
            fill={colour ?? tokens.mat}
          />
        ))}
        <Rect
          x={middle}
          y={middle}
          width={CELL}
          height={CELL}
          fill="none"
          stroke={tokens.plum}
          strokeWidth={2}
          strokeDasharray="4 3"
        />
      </Svg>
      <div style={{ display: 'flex', alignItems: 'center', gap: 6 }}>
        <div style={{ width: 16, height: 16, borderRadius: 8, background: looked.colour }} />
        <Words kind="small">{looked.colour}</Words>
      </div>
    </div>
  );
}
