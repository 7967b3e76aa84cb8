import type { Layer, Move, SpreadOver } from '@/core/document';

interface SpreadOption {
  readonly value: SpreadOver;
  readonly label: string;
}

const OVER_WORDS: readonly SpreadOption[] = [
  { value: 'whole', label: 'All at once' },
  { value: 'letters', label: 'Letter by letter' },
  { value: 'words', label: 'Word by word' },
  { value: 'lines', label: 'Line by line' },
];

/** To moves, a drawing's strokes are its letters. */
const OVER_INK: readonly SpreadOption[] = [
  { value: 'whole', label: 'All at once' },
  { value: 'letters', label: 'Stroke by stroke' },
  { value: 'words', label: 'Word by word' },
];

/** What of a layer can move one after the other. */
export const spreadsOf = ({ kind }: Layer): readonly SpreadOption[] =>
  kind === 'ink' ? OVER_INK : OVER_WORDS;

export const spreadLabel = (layer: Layer, { spread }: Move): string =>
  spreadsOf(layer).find(({ value }) => value === spread.over)?.label ?? '';
