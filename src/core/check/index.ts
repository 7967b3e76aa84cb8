import { alphaSteps } from './rules/alphaSteps';
import { clipped } from './rules/clipped';
import { cutOff } from './rules/cutOff';
import { emptyFrames } from './rules/emptyFrames';
import { enlargedBitmap } from './rules/enlargedBitmap';
import { flashing } from './rules/flashing';
import { leftOverGuide } from './rules/leftOverGuide';
import { loopSeam } from './rules/loopSeam';
import { missingLetters } from './rules/missingLetters';
import { missingPieces } from './rules/missingPieces';
import { noAlpha } from './rules/noAlpha';
import { poorContrast } from './rules/poorContrast';
import { restless } from './rules/restless';
import { safeArea } from './rules/safeArea';
import { softEdges } from './rules/softEdges';
import { tooShort } from './rules/tooShort';
import { tooSmall } from './rules/tooSmall';
import { unevenMotion } from './rules/unevenMotion';
import { unlitArtwork } from './rules/unlitArtwork';
import { vanishingColours } from './rules/vanishingColours';
import { wastedCanvas } from './rules/wastedCanvas';
import type { Checked, CheckRule, Finding, RuleOutcome, Severity } from './types';

export { keyTest, Measurer } from './measure/measurer';
export { contrastRound } from './measure/contrast';
export { landedFrame, landedIn, landingLayer } from './landedIn';
export { missingIn } from './missing';
export { EnlargedPictures } from './measure/enlarged';
export { isSoft } from './measure/softness';
export { lackingLetters, measureWords } from './measure/words';
export type { ContrastAt, Measured } from './measure/types';
export type { Checked, CheckRule, Finding, Landed, Marking, RuleOutcome, Severity } from './types';

/** All rules; a new rule is one file and one entry here. */
const ALL = [
  missingPieces,
  missingLetters,
  vanishingColours,
  unlitArtwork,
  noAlpha,
  flashing,
  softEdges,
  alphaSteps,
  cutOff,
  tooShort,
  tooSmall,
  poorContrast,
  clipped,
  loopSeam,
  emptyFrames,
  unevenMotion,
  enlargedBitmap,
  safeArea,
  wastedCanvas,
  restless,
  leftOverGuide,
] as const;

export type RuleName = (typeof ALL)[number]['name'];
export const CHECK_RULES: readonly CheckRule<RuleName>[] = ALL;

const ORDER: Readonly<Record<Severity, number>> = { stops: 0, hurts: 1, polish: 2, note: 3 };

/** What the step's sign tells without being opened. */
export type CheckState = 'would go wrong' | 'notes' | 'fine' | 'empty';

export interface Verdict {
  readonly state: CheckState;
  readonly sentence: string;
  /** Worst first. */
  readonly findings: readonly Finding[];
  /** What every other rule said. */
  readonly others: readonly {
    readonly label: string;
    readonly outcome: Exclude<RuleOutcome, { kind: 'finding' }>;
  }[];
}

/** Puts what was measured of an overlay before every rule. */
export function judge(checked: Checked): Verdict {
  const outcomes = CHECK_RULES.map((rule) => ({ rule, outcome: rule.judge(checked) }));
  const findings = outcomes
    .flatMap(({ rule, outcome }): Finding[] =>
      outcome.kind === 'finding' ? [{ ...outcome.finding, rule: rule.name }] : [],
    )
    .sort((a, b) => ORDER[a.severity] - ORDER[b.severity]);
  const others = outcomes.flatMap(({ rule, outcome }) =>
    outcome.kind === 'finding' ? [] : [{ label: rule.label, outcome }],
  );
  const wrong = findings.filter(({ severity }) => ORDER[severity] <= ORDER.hurts).length;
  const state = stateOf(wrong, findings.length, checked);
  return { state, sentence: sentenceOf(state, wrong), findings, others };
}

function stateOf(wrong: number, found: number, { measured }: Checked): CheckState {
  if (wrong > 0) return 'would go wrong';
  if (measured.frames.every(({ visible }) => visible === 0)) return 'empty';
  return found > 0 ? 'notes' : 'fine';
}

function sentenceOf(state: CheckState, wrong: number): string {
  if (state === 'empty') return 'There is nothing to look at yet';
  if (state === 'fine') return 'Nothing would go wrong';
  if (state === 'notes') return 'Good to go, with a few fine points';
  return `${wrong} ${wrong === 1 ? 'thing' : 'things'} would go wrong`;
}
