/** What is done to each file, in this order; not all are looked at first. */
export type Step = 'looking' | 'making' | 'reading back';

/** Share of a file's work; painting without encoding, and decoding, take about half of both. */
const WEIGHTS: Readonly<Record<Step, number>> = { looking: 1, making: 2, 'reading back': 1 };

/** A file that is to be made. */
export interface FileWork {
  readonly frames: number;
  /** In order; at least one. */
  readonly steps: readonly Step[];
}

/** Told how far one step of one file is. */
export type StepProgress = (step: Step, done: number, total: number) => void;

/**
 * One progress of all files from that of each step of each file.
 * @param tell frames that are done of all frames of all files; never fewer than before
 * @returns whom to tell about the file of that place in `files`
 */
export function wholeProgress(
  files: readonly FileWork[],
  tell: (done: number, total: number) => void,
): (file: number) => StepProgress {
  const total = files.reduce((sum, { frames }) => sum + frames, 0);
  let most = 0;
  return (file) => {
    const { frames, steps } = files[file];
    const before = files.slice(0, file).reduce((sum, other) => sum + other.frames, 0);
    const whole = sumOf(steps);
    return (step, done, of) => {
      const finished = sumOf(steps.slice(0, steps.indexOf(step)));
      const share = (finished + (WEIGHTS[step] * done) / of) / whole;
      most = Math.max(most, Math.floor(before + frames * share));
      tell(most, total);
    };
  };
}

const sumOf = (steps: readonly Step[]): number =>
  steps.reduce((sum, step) => sum + WEIGHTS[step], 0);
