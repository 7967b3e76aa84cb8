import { quoted } from '../../quoted';
import { checkRule, fine, found } from './common';

/** Letters that are named; there may be a whole alphabet of them. */
const NAMED = 12;

export const missingLetters = checkRule({
  name: 'missing-letters',
  label: 'The fonts have every letter',
  measured: 'letters that the font of words has no drawing of',
  limit: 'any',
  judge: ({ measured: { lacking } }) => {
    if (lacking.length === 0) return fine('Every letter has a drawing in its font.');
    const [{ name, frame }] = lacking;
    const letters = [...new Set(lacking.flatMap((words) => words.letters))];
    const named = letters.slice(0, NAMED).map(quoted).join(', ');
    const more = letters.length > NAMED ? ` and ${letters.length - NAMED} more` : '';
    return found({
      severity: 'stops',
      title: `The font of ${quoted(name)} lacks letters`,
      detail: `It has no drawing of ${named}${more}: an empty box would stand there. Choose a font that has them, or bring one in.`,
      frame,
    });
  },
});
