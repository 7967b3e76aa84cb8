import { changeLayer } from '../../edit';

import { checkRule, fine, found, landedOr, scaleAt1080, unmeasured } from './common';
import { quoted } from '../../quoted';

/** A 1080-line video watched 390 pixels wide, as on a phone. */
const WATCHED = 390 / 1920;
const HEIGHT = 9;
const STEM = 1;

export const tooSmall = checkRule({
  name: 'too-small',
  label: 'Words large enough for a phone',
  measured:
    'height of capitals, or of letters where there are none, and stroke of a 1080-line video seen 390 pixels wide',
  limit: `${HEIGHT} and ${STEM} pixels`,
  judge: (checked) => {
    const landed = landedOr(checked);
    const { words } = checked.measured;
    if (words.length === 0) return unmeasured('There are no words to read.');
    if (!landed) return unmeasured('Land it: how large it will be there is not known yet.');
    const watched = scaleAt1080(landed) * WATCHED;
    const [worst] = words
      .map((entry) => ({
        entry,
        height: entry.letterHeight * watched,
        stem: entry.stem * watched,
      }))
      .sort((a, b) => Math.min(a.height / HEIGHT, a.stem) - Math.min(b.height / HEIGHT, b.stem));
    const { entry, height, stem } = worst;
    const letters = entry.capitals ? 'capitals' : 'letters';
    if (height >= HEIGHT && stem >= STEM) {
      return fine(`The smallest ${letters} are ${height.toFixed(1)} pixels high on a phone.`);
    }
    const factor = Math.max(HEIGHT / height, STEM / Math.max(0.01, stem));
    return found({
      severity: 'hurts',
      title: `${quoted(entry.name)} is too small for a phone`,
      detail: `Watched 390 pixels wide its ${letters} are ${height.toFixed(1)} pixels high and its strokes ${stem.toFixed(1)} wide; ${HEIGHT} and ${STEM} can be read.`,
      frame: Math.floor((entry.from + entry.to) / 2),
      repairs: [
        {
          label: `Make it ${Math.round((factor - 1) * 100)} % larger`,
          apply: (overlay) =>
            changeLayer(overlay, entry.layer, (layer) => ({
              ...layer,
              place: { ...layer.place, scale: layer.place.scale * factor },
            })),
        },
      ],
    });
  },
});
