/** Part of a document that could not be read, as it was. */
export interface LeftOut {
  /** The name of what it was part of. */
  readonly from: string;
  readonly value: unknown;
}

/** A document as far as it could be read. */
export interface Read<D> {
  readonly document: D;
  /** In plain words, what is not as it was. */
  readonly told: readonly string[];
  readonly leftOut: readonly LeftOut[];
}
