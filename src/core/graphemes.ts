/** Letters as people count them: an accent or a joined emoji belongs to its letter (Unicode Standard Annex 29). */
export const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });
