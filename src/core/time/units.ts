declare const UNIT: unique symbol;

/**
 * A number with a unit. Plain numbers and sums may be given for any unit, but what is known to be in one is not
 * taken for what is in another. (`toFixed` is there for the compiler alone: a type with only optional members is not
 * taken from a number.)
 */
type Measure<U extends string> = number & {
  readonly [UNIT]?: U;
  readonly toFixed: number['toFixed'];
};

/** Whole frames at the rate of a document. */
export type Frames = Measure<'frames'>;
/** Seconds, of a document or of a source. */
export type Seconds = Measure<'seconds'>;
