/** Letters of scripts that are written from right to left. */
const RIGHT_TO_LEFT =
  /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Adlam}]/u;

/** First strong isolate and its end (Unicode Standard Annex 9). */
const [ISOLATE, END] = ['\u2068', '\u2069'];

/** A text of somebody's in a sentence: one that is written from right to left does not turn the sentence round. */
export const quoted = (text: string): string =>
  RIGHT_TO_LEFT.test(text) ? `“${ISOLATE}${text}${END}”` : `“${text}”`;
