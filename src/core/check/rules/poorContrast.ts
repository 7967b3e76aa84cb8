import { wcagContrast } from 'culori';
import { changeLayer } from '../../edit';
import type { Fill, Layer } from '../../document/types';
import type { WordsMeasures } from '../measure/types';

import { checkRule, fine, found, landedOr, scaleAt1080, unmeasured } from './common';
import { quoted } from '../../quoted';

/** WCAG 2: large words are read from 3:1 on, others from 4.5:1 on. */
const LARGE_RATIO = 3;
const RATIO = 4.5;

/** Height of letters, in pixels of a 1080-line picture, from which on words are large. */
const LARGE = 48;

/** The worst tenth of the time counts. */
const TIME = 0.1;

export const poorContrast = checkRule({
  name: 'poor-contrast',
  label: 'Contrast of the words',
  measured: 'WCAG 2 ratio of words with what is round them, in the worst tenth of twelve moments',
  limit: `${LARGE_RATIO} : 1 large, ${RATIO} : 1`,
  judge: (checked) => {
    const { words } = checked.measured;
    if (words.length === 0) return unmeasured('There are no words to read.');
    const judged = words.flatMap((entry) => {
      const ratio = worstTenth(entry);
      return ratio === null ? [] : [{ entry, ...ratio }];
    });
    if (judged.length === 0) {
      return unmeasured('Land it, or choose a guide frame: what it lies on is not known yet.');
    }
    const landed = landedOr(checked);
    const scale = landed ? scaleAt1080(landed) : 1;
    const wanted = ({ letterHeight }: WordsMeasures) =>
      letterHeight * scale >= LARGE ? LARGE_RATIO : RATIO;
    const [worst] = judged.sort((a, b) => a.ratio / wanted(a.entry) - b.ratio / wanted(b.entry));
    const { entry, ratio, frame } = worst;
    const needed = wanted(entry);
    if (ratio >= needed)
      return fine(`At least ${ratio.toFixed(1)} : 1 for nine tenths of the time.`);
    return found({
      severity: 'hurts',
      title: `${quoted(entry.name)} is hard to make out`,
      detail: `In the worst tenth of its time its contrast is ${ratio.toFixed(1)} : 1 or less; ${needed} : 1 is needed at its size.`,
      frame,
      repairs: [
        {
          label: 'Give it a shadow and a border',
          apply: (overlay) =>
            changeLayer(overlay, entry.layer, (layer) => setApart(layer, entry.letterHeight)),
        },
      ],
    });
  },
});

/** Colours that words are filled with; of footage they are not known, and mostly lighter than black. */
function coloursOf(fill: Fill): readonly string[] {
  if (fill.kind === 'colour') return [fill.colour];
  return fill.kind === 'gradient' ? fill.gradient.stops.map(({ colour }) => colour) : ['#ffffff'];
}

/** The ratio that is reached for nine tenths of the time, and the frame of the least. */
function worstTenth({ contrast }: WordsMeasures): { ratio: number; frame: number } | null {
  if (!contrast || contrast.length === 0) return null;
  const sorted = [...contrast].sort((a, b) => a.ratio - b.ratio);
  return { ratio: sorted[Math.floor(sorted.length * TIME)].ratio, frame: sorted[0].frame };
}

/** Words get round them what has more contrast with all of their colours, black or white. */
function setApart(layer: Layer, letterHeight: number): Layer {
  if (layer.kind !== 'words') return layer;
  const least = (round: string) =>
    Math.min(...coloursOf(layer.fill).map((colour) => wcagContrast(colour, round)));
  const colour = least('#ffffff') > least('#000000') ? '#ffffff' : '#000000';
  const width = Math.max(1, Math.round(letterHeight * 0.09));
  return {
    ...layer,
    border: { colour, width, side: 'outside' },
    shadow: { colour, opacity: 0.8, dx: 0, dy: 0, blur: width * 4 },
  };
}
