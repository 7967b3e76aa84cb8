import { DEFAULT_FONT } from '../../fonts';
import { between, id, LIMITS, oneOf, pixels, text as textField } from '../fields';
import { property } from './types';

export const text = property({
  name: 'text',
  kinds: ['words'],
  part: 'content',
  schema: textField(LIMITS.text),
  first: () => '',
  split: 'piece',
});

export const font = property({
  name: 'font',
  kinds: ['words'],
  part: 'look',
  schema: id(),
  first: () => DEFAULT_FONT,
  split: 'piece',
});

export const fontSize = between(1, 10_000);

export const size = property({
  name: 'size',
  kinds: ['words'],
  part: 'look',
  schema: fontSize,
  first: ({ height }) => Math.round(height / 9),
  split: 'piece',
});

/** Document pixels added after each letter. */
export const letterSpacing = property({
  name: 'letterSpacing',
  kinds: ['words'],
  part: 'look',
  schema: pixels(),
  first: () => 0,
  split: 'piece',
});

/** Multiple of the font size from baseline to baseline. */
export const lineSpacing = property({
  name: 'lineSpacing',
  kinds: ['words'],
  part: 'look',
  schema: between(0, 10),
  first: () => 1.2,
  split: 'piece',
});

export const ALIGNMENTS = ['left', 'centre', 'right'] as const;
export type Align = (typeof ALIGNMENTS)[number];

/** Which end of its lines the anchor's origin lies at. */
export const align = property({
  name: 'align',
  kinds: ['words'],
  part: 'content',
  schema: oneOf(ALIGNMENTS),
  first: () => 'centre' as const,
  split: 'piece',
});
