import { changeLayer } from '../../document/edit';

import { checkRule, fine, found, landedOr, scaleAt1080, unmeasured } from './common';

/** A 1080-line video watched 390 pixels wide, as on a phone. */
const WATCHED = 390 / 1920;
const CAP_HEIGHT = 9;
const STEM = 1;

export const tooSmall = checkRule({
  name: 'too-small',
  label: 'Words large enough for a phone',
  measured: 'cap height and stroke of a 1080-line video seen 390 pixels wide',
  limit: `${CAP_HEIGHT} and ${STEM} pixels`,
  judge: (checked) => {
    const landed = landedOr(checked);
    const { words } = checked.measured;
    if (words.length === 0) return unmeasured('There are no words to read.');
    if (!landed) return unmeasured('Land it: how large it will be there is not known yet.');
    const watched = scaleAt1080(landed) * WATCHED;
    const [worst] = words
      .map((entry) => ({
        entry,
        cap: entry.capHeight * watched,
        stem: entry.stem * watched,
      }))
      .sort((a, b) => Math.min(a.cap / CAP_HEIGHT, a.stem) - Math.min(b.cap / CAP_HEIGHT, b.stem));
    const { entry, cap, stem } = worst;
    if (cap >= CAP_HEIGHT && stem >= STEM) {
      return fine(`The smallest capitals are ${cap.toFixed(1)} pixels high on a phone.`);
    }
    const factor = Math.max(CAP_HEIGHT / cap, STEM / Math.max(0.01, stem));
    return found({
      severity: 'hurts',
      title: `“${entry.name}” is too small for a phone`,
      detail: `Watched 390 pixels wide its capitals are ${cap.toFixed(1)} pixels high and its strokes ${stem.toFixed(1)} wide; ${CAP_HEIGHT} and ${STEM} can be read.`,
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
