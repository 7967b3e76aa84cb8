import type { ColourTable } from '@/core/colour/cube';
import type { PictureItem } from '@/core/scene';

/** The parts of a 2-D canvas that painting uses; the browser's and Node's canvases both have them. */
export type PaintContext = Pick<
  OffscreenCanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'setTransform'
  | 'transform'
  | 'getTransform'
  | 'beginPath'
  | 'rect'
  | 'clip'
  | 'fill'
  | 'stroke'
  | 'fillRect'
  | 'clearRect'
  | 'drawImage'
  | 'getImageData'
  | 'putImageData'
  | 'createLinearGradient'
  | 'createRadialGradient'
  | 'filter'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineJoin'
  | 'globalAlpha'
  | 'globalCompositeOperation'
  | 'shadowColor'
  | 'shadowBlur'
  | 'shadowOffsetX'
  | 'shadowOffsetY'
  | 'imageSmoothingEnabled'
  | 'imageSmoothingQuality'
> & { readonly canvas: { readonly width: number; readonly height: number } };

/** What painting needs from where it runs. */
export interface PaintTools {
  /** An empty canvas of that many pixels; `release` gives it back for reuse. */
  readonly scratch: (
    width: number,
    height: number,
  ) => {
    readonly context: PaintContext;
    readonly image: CanvasImageSource;
    readonly release: () => void;
  };
  readonly path: (d?: string) => Path2D;
  readonly matrix: (
    m: readonly [number, number, number, number, number, number],
  ) => DOMMatrix2DInit;
  /** The decoded (and keyed) picture of an item; null when it is missing, and nothing is drawn. */
  readonly picture: (item: PictureItem) => CanvasImageSource | null;
  /** The table of colours of an id; null when it is missing, and nothing is changed. */
  readonly lut: (id: string) => ColourTable | null;
}
