import { useEffect } from 'react';

/** Canvas pixels a screen pixel; more than two cost time and are not seen. */
export const density = (): number => Math.min(2, window.devicePixelRatio);

interface CanvasLink {
  /** Takes a new canvas; returns what gives it back. */
  readonly attach: (canvas: HTMLCanvasElement) => () => void;
  /** Told the size at which it is shown, in canvas pixels. */
  readonly onSize: (width: number, height: number) => void;
}

/** A canvas given to the engine cannot be given again, so each attachment makes its own. */
export function useCanvas(
  surface: React.RefObject<HTMLDivElement | null>,
  { attach, onSize }: CanvasLink,
  { width, height }: { readonly width: number; readonly height: number },
): void {
  useEffect(() => {
    const canvas = document.createElement('canvas');
    Object.assign(canvas.style, { width: '100%', height: '100%', display: 'block' });
    surface.current!.querySelector('[data-stage-canvas]')!.append(canvas);
    const detach = attach(canvas);
    return () => {
      detach();
      canvas.remove();
    };
  }, [surface, attach]);
  useEffect(() => {
    onSize(Math.round(width * density()), Math.round(height * density()));
  }, [width, height, onSize]);
}
