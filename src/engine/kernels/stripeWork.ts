/** Works on stripes of rows. */
export interface StripeWork {
  readonly memory: WebAssembly.Memory;
  /**
   * Does a stripe of a job.
   * @param numbers what the job is
   * @param stripe which of `stripes` equal shares of the rows
   */
  readonly runStripe: (numbers: readonly number[], stripe: number, stripes: number) => void;
}
