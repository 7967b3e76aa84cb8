import type { Layer, Move, StaggerUnit } from '@/core/document';

interface StaggerOption {
  readonly value: StaggerUnit;
  readonly label: string;
}

const OVER_WORDS: readonly StaggerOption[] = [
  { value: 'whole', label: 'All at once' },
  { value: 'letters', label: 'Letter by letter' },
  { value: 'words', label: 'Word by word' },
  { value: 'lines', label: 'Line by line' },
];

/** To moves, a drawing's strokes are its letters. */
const OVER_INK: readonly StaggerOption[] = [
  { value: 'whole', label: 'All at once' },
  { value: 'letters', label: 'Stroke by stroke' },
  { value: 'words', label: 'Word by word' },
];

/** What of a layer can move one after the other. */
export const staggersOf = ({ kind }: Layer): readonly StaggerOption[] =>
  kind === 'ink' ? OVER_INK : OVER_WORDS;

export const staggerLabel = (layer: Layer, { stagger }: Move): string =>
  staggersOf(layer).find(({ value }) => value === stagger.over)?.label ?? '';
