import type { Overlay } from '../document/types';
import type { Measured } from './measure';

/** How bad a finding is: the export is of no use, it looks worse, or it could be finer. */
export type Severity = 'stops' | 'hurts' | 'polish';

export interface Repair {
  readonly label: string;
  readonly apply: (overlay: Overlay) => Overlay;
}

/** What the picture of a finding brings out. */
export type Marking = 'vanishing' | 'soft';

export interface Finding {
  readonly rule: string;
  readonly severity: Severity;
  readonly title: string;
  readonly detail: string;
  /** The frame on which it is worst. */
  readonly frame: number;
  readonly marking: Marking;
  readonly repairs: readonly Repair[];
}

/** What a rule says: it found something, it found nothing, or it could not look and why. */
export type RuleOutcome =
  | { readonly kind: 'finding'; readonly finding: Finding }
  | { readonly kind: 'fine'; readonly reason: string }
  | { readonly kind: 'unmeasured'; readonly reason: string };

export interface CheckRule {
  readonly name: string;
  readonly label: string;
  readonly judge: (overlay: Overlay, measured: Measured) => RuleOutcome;
}
