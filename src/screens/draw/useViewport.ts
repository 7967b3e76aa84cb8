import { useMemo, useState } from 'react';
import type { Point } from '@/core/scene';
import type { Viewport } from '@/store/useStage';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Screen pixels left free round a canvas that is shown whole. */
const MARGIN = 12;

/** How far it can be zoomed, as multiples of the size at which all of it is seen. */
const ZOOM = { least: 0.5, most: 40 } as const;

const fitted = (canvas: Size, room: Size): Viewport => {
  const scale = Math.max(
    0.001,
    Math.min((room.width - MARGIN) / canvas.width, (room.height - MARGIN) / canvas.height),
  );
  return {
    scale,
    x: (room.width - canvas.width * scale) / 2,
    y: (room.height - canvas.height * scale) / 2,
  };
};

/** How the Draw screen looks at the canvas, in screen pixels; all of it until it is moved. */
export function useViewport(canvas: Size) {
  const [room, setRoom] = useState<Size>({ width: 0, height: 0 });
  const [moved, setMoved] = useState<Viewport | null>(null);
  const { width, height } = canvas;
  const whole = useMemo(() => fitted({ width, height }, room), [width, height, room]);
  const viewport = moved ?? whole;
  /** What was under `from` comes to be under `to`, grown by `factor`. */
  const move = (from: Point, to: Point, factor: number) =>
    setMoved((before) => {
      const now = before ?? whole;
      const scale = Math.min(
        whole.scale * ZOOM.most,
        Math.max(whole.scale * ZOOM.least, now.scale * factor),
      );
      const grown = scale / now.scale;
      return { scale, x: to.x - (from.x - now.x) * grown, y: to.y - (from.y - now.y) * grown };
    });
  return { room, setRoom, viewport, isWhole: moved === null, fit: () => setMoved(null), move };
}
