import type { PathPoint } from '../geometry/path';

/** A number of a shape that a person can set. */
export interface ShapeParam {
  readonly name: string;
  readonly label: string;
  readonly unit: 'px' | '%' | '°' | '';
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly feel?: { readonly min: number; readonly max: number };
  readonly initial: number;
  readonly toggle?: true;
}

export interface ShapeSize {
  readonly width: number;
  readonly height: number;
}

/** One kind of shape, drawn round the origin. */
export interface ShapeKind {
  readonly shape: string;
  readonly label: string;
  readonly icon: string;
  readonly params: readonly ShapeParam[];
  /** A new one's size as shares of the canvas's height. */
  readonly size: { readonly width: number; readonly height: number };
  /** Drawn through points that are edited on the stage; a new one's, for a size. */
  readonly points?: (size: ShapeSize) => readonly PathPoint[];
  /** A point, kept in two of its parameters, that is dragged on the stage. */
  readonly handle?: { readonly label: string; readonly x: string; readonly y: string };
  /** SVG path data, filled by the non-zero rule. */
  readonly path: (
    size: ShapeSize,
    params: Readonly<Record<string, number>>,
    points: readonly PathPoint[],
  ) => string;
}

export const shapeParam = (
  name: string,
  label: string,
  unit: ShapeParam['unit'],
  initial: number,
  details: Partial<Omit<ShapeParam, 'name' | 'label' | 'unit' | 'initial'>> = {},
): ShapeParam => ({ name, label, unit, initial, min: 0, max: 100, step: 1, ...details });

/** Path data of a closed polygon. */
export const polygonPath = (points: readonly (readonly [number, number])[]): string =>
  `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`;

/** Points on an ellipse that touches the size's sides, from the top on, clockwise. */
export const onEllipse = (
  { width, height }: ShapeSize,
  count: number,
  share: (i: number) => number = () => 1,
): readonly (readonly [number, number])[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = (2 * Math.PI * i) / count - Math.PI / 2;
    return [
      (Math.cos(angle) * width * share(i)) / 2,
      (Math.sin(angle) * height * share(i)) / 2,
    ] as const;
  });
