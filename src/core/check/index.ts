import type { Overlay } from '../document/types';
import type { Measured } from './measure';
import { softEdges } from './rules/softEdges';
import { vanishingColours } from './rules/vanishingColours';
import type { CheckRule, Finding, RuleOutcome, Severity } from './types';

export { isSoft, Measurer, vanishes, type FrameMeasures, type Measured } from './measure';
export type { CheckRule, Finding, Marking, Repair, RuleOutcome, Severity } from './types';

/** All rules; a new rule is one file and one entry here. */
export const CHECK_RULES: readonly CheckRule[] = [vanishingColours, softEdges];

const ORDER: Readonly<Record<Severity, number>> = { stops: 0, hurts: 1, polish: 2 };

export interface Verdict {
  readonly sentence: string;
  /** Worst first. */
  readonly findings: readonly Finding[];
  /** What every other rule said. */
  readonly others: readonly {
    readonly label: string;
    readonly outcome: Exclude<RuleOutcome, { kind: 'finding' }>;
  }[];
}

/** Puts an overlay's measured frames before every rule. */
export function judge(overlay: Overlay, measured: Measured): Verdict {
  const outcomes = CHECK_RULES.map((rule) => ({ rule, outcome: rule.judge(overlay, measured) }));
  const findings = outcomes
    .flatMap(({ outcome }) => (outcome.kind === 'finding' ? [outcome.finding] : []))
    .sort((a, b) => ORDER[a.severity] - ORDER[b.severity]);
  const others = outcomes.flatMap(({ rule, outcome }) =>
    outcome.kind === 'finding' ? [] : [{ label: rule.label, outcome }],
  );
  return {
    sentence: sentence(
      findings,
      others.map((other) => other.outcome),
    ),
    findings,
    others,
  };
}

function sentence(findings: readonly Finding[], others: readonly RuleOutcome[]): string {
  const wrong = findings.filter((finding) => finding.severity !== 'polish').length;
  if (wrong > 0) return `${wrong} ${wrong === 1 ? 'thing' : 'things'} would go wrong`;
  if (findings.length > 0) return 'Good to go, with a few fine points';
  const unmeasured = others.some((outcome) => outcome.kind === 'unmeasured');
  return unmeasured ? 'There is nothing to look at yet' : 'Nothing would go wrong';
}
