import type { Overlay } from '../document/types';
import type { Format } from '../formats';
import type { Matrix } from '../geometry/matrix';
import type { Rate } from '../time';
import type { Measured } from './measure/types';

/** How bad a finding is: the file is of no use, it looks worse, it could look better, or it is only a note. */
export type Severity = 'stops' | 'hurts' | 'polish' | 'note';

export interface Repair {
  readonly label: string;
  readonly apply: (overlay: Overlay) => Overlay;
}

/** What the picture of a finding brings out; null for the frame as it is. */
export type Marking = 'removed' | 'soft' | 'rim' | null;

/** What a rule tells of what it found. */
export interface FoundByRule {
  readonly severity: Severity;
  readonly title: string;
  readonly detail: string;
  /** The frame on which it is worst, or which shows best what it is about. */
  readonly frame: number;
  readonly marking: Marking;
  readonly repairs: readonly Repair[];
}

export interface Finding extends FoundByRule {
  /** The name of the rule. */
  readonly rule: string;
}

/** What a rule says: it found something, it found nothing, or it could not look and why. */
export type RuleOutcome =
  | { readonly kind: 'finding'; readonly finding: FoundByRule }
  | { readonly kind: 'fine'; readonly reason: string }
  | { readonly kind: 'unmeasured'; readonly reason: string };

/** Where an overlay is used. */
export interface Landed {
  /** The landing's name; null where the overlay is judged as a picture of its own. */
  readonly name: string | null;
  readonly width: number;
  readonly height: number;
  /** From the overlay's pixels to the landing's. */
  readonly matrix: Matrix;
  /** Frames a second of the landing. */
  readonly rate: Rate;
}

/** All that rules may look at. */
export interface Checked {
  readonly overlay: Overlay;
  readonly measured: Measured;
  /** Null where nothing is known of where it lands. */
  readonly landed: Landed | null;
  /** What it will be sent as; null while nothing was chosen. */
  readonly format: Format | null;
  /** Names of the layers whose font, footage or overlay is not in the kit. */
  readonly missing: readonly string[];
}

export interface CheckRule<N extends string = string> {
  readonly name: N;
  readonly label: string;
  /** What it goes by, and where that goes wrong: as docs/checking.md tells it. */
  readonly measured: string;
  readonly limit: string;
  readonly judge: (checked: Checked) => RuleOutcome;
}
