/** How a drawing is drawn again. */
export interface Replay {
  /** At the hand's own pace, or at the same speed everywhere. */
  readonly rhythm: 'hand' | 'even';
  /** What is drawn one after the other. */
  readonly together: 'strokes' | 'words' | 'all';
  /** Share of the pauses between strokes that is kept. */
  readonly pauses: number;
}
