import { stretchStay } from '../../motion/stay';
import { framesToSeconds, secondsToFrames } from '../../time';

import { checkRule, fine, found, unmeasured } from './common';
import { quoted } from '../../quoted';

/** The usual reading speed of subtitles, and the time it takes to notice that there is something. */
const CHARACTERS_A_SECOND = 17;
const NOTICING = 0.5;

export const tooShort = checkRule({
  name: 'too-short',
  label: 'Time to read',
  measured: `time on show against ${NOTICING} s and ${CHARACTERS_A_SECOND} characters a second`,
  limit: 'any',
  judge: ({ overlay, measured }) => {
    const { rate } = overlay;
    if (measured.words.length === 0) return unmeasured('There are no words to read.');
    const short = measured.words
      .map((words) => {
        const needed = NOTICING + words.characters / CHARACTERS_A_SECOND;
        return { words, needed, shown: framesToSeconds(words.to - words.from, rate) };
      })
      .sort((a, b) => a.shown / a.needed - b.shown / b.needed);
    const { words, needed, shown } = short[0];
    if (shown >= needed) return fine('All words stay long enough to be read.');
    const more = secondsToFrames(needed - shown, rate) + 1;
    return found({
      severity: 'hurts',
      title: `${quoted(words.name)} is gone before it can be read`,
      detail: `It is there for ${shown.toFixed(1)} s; its ${words.characters} characters take ${needed.toFixed(1)} s.`,
      frame: Math.floor((words.from + words.to) / 2),
      repairs: [
        {
          label: 'Stretch the stay',
          apply: (next) => ({ ...stretchStay(next, next.length + more), lengthFollows: false }),
        },
      ],
    });
  },
});
