/** How a brush turns the hand's movement into a line. */
export interface BrushKind {
  readonly brush: string;
  readonly label: string;
  readonly icon: string;
  /** −1…1: how much the line narrows where it is pressed less. */
  readonly thinning: number;
  /** How much a pen that lies flat widens the line, as a share of its size. */
  readonly widening: number;
  /** Lengths over which the line comes to a point, as multiples of its size. */
  readonly taper: { readonly start: number; readonly end: number };
  /** What a new stroke of it has. */
  readonly first: { readonly size: number; readonly opacity: number; readonly smoothing: number };
}
