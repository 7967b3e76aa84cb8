import { useDrag } from '@use-gesture/react';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { keyGesture, newGesture, POINTER_DRAG } from './gesture';
import { TOUCH, useTokens } from './theme';

interface SliderProps {
  readonly label: string;
  readonly value: number;
  /** The value as it is told to who cannot see it. */
  readonly says: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly onChange: (value: number, gesture: string | null) => void;
}

const THUMB = 20;
/** Steps of the keys for a page up or down. */
const PAGE = 10;

/**
 * A value along a line. A finger drags it sideways from wherever it lies, and scrolls the page when it
 * goes up or down; a mouse puts it where it is pressed.
 */
export function Slider({ label, value, says, min, max, step, onChange }: SliderProps) {
  const tokens = useTokens();
  const line = useRef<HTMLDivElement>(null);
  const held = useRef<{ readonly gesture: string; readonly from: number } | null>(null);
  const within = (next: number) => Math.min(max, Math.max(min, rounded(next, step)));
  const shown = Math.min(max, Math.max(min, value));
  const perPixel = () => (max - min) / Math.max(1, line.current!.clientWidth - THUMB);

  const press = (event: PointerEvent) => {
    held.current = { gesture: newGesture(), from: shown };
    if (event.pointerType === 'touch') return;
    const { left } = line.current!.getBoundingClientRect();
    const from = within(min + (event.clientX - left - THUMB / 2) * perPixel());
    held.current = { ...held.current, from };
    onChange(from, held.current.gesture);
  };
  const drag = useDrag(
    ({ movement: [x] }) => {
      const { from, gesture } = held.current!;
      onChange(within(from + x * perPixel()), gesture);
    },
    { ...POINTER_DRAG, axis: 'x' },
  )();
  const onKeyDown = (event: KeyboardEvent) => {
    const next = byKey(event.key, shown, { min, max, step });
    if (next === null) return;
    event.preventDefault();
    onChange(within(next), keyGesture(event));
  };
  const share = (shown - min) / (max - min);
  return (
    <div
      {...drag}
      onPointerDown={(event) => {
        press(event);
        drag.onPointerDown?.(event);
      }}
      onKeyDown={onKeyDown}
      ref={line}
      role="slider"
      tabIndex={-1}
      aria-label={label}
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={shown}
      aria-valuetext={says}
      style={box}
    >
      <div style={{ ...track, background: tokens.line }} />
      <div
        style={{
          ...track,
          background: tokens.plum,
          right: 'auto',
          width: `calc(${share} * (100% - ${THUMB}px))`,
        }}
      />
      <div
        style={{
          ...thumb,
          background: tokens.plum,
          left: `calc(${share} * (100% - ${THUMB}px))`,
        }}
      />
    </div>
  );
}

function byKey(
  key: string,
  value: number,
  { min, max, step }: Pick<SliderProps, 'min' | 'max' | 'step'>,
): number | null {
  switch (key) {
    case 'ArrowLeft':
    case 'ArrowDown':
      return value - step;
    case 'ArrowRight':
    case 'ArrowUp':
      return value + step;
    case 'PageDown':
      return value - PAGE * step;
    case 'PageUp':
      return value + PAGE * step;
    case 'Home':
      return min;
    case 'End':
      return max;
    default:
      return null;
  }
}

const rounded = (value: number, step: number): number =>
  Number((Math.round(value / step) * step).toFixed(6));

const box = {
  position: 'relative',
  flex: 1,
  minWidth: TOUCH,
  height: TOUCH,
  touchAction: 'pan-y',
  cursor: 'pointer',
  userSelect: 'none',
} as const;

const track = {
  position: 'absolute',
  top: TOUCH / 2 - 2,
  left: THUMB / 2,
  right: THUMB / 2,
  height: 4,
  borderRadius: 2,
} as const;

const thumb = {
  position: 'absolute',
  top: (TOUCH - THUMB) / 2,
  width: THUMB,
  height: THUMB,
  borderRadius: THUMB / 2,
} as const;
