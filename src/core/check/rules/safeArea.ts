import { movedLayer } from '../../edit/canvas';
import { changeLayer } from '../../edit';
import { boxAround } from '../../geometry/box';
import { apply, enlargement } from '../../geometry/matrix';
import type { WordsMeasures } from '../measure/types';
import type { Landed } from '../types';
import { checkRule, percent, fine, found, landedOr, unmeasured } from './common';
import { quoted } from '../../quoted';

/** EBU R 95: graphics keep this share of the picture's sides free. */
const MARGIN = 0.05;

export const safeArea = checkRule({
  name: 'safe-area',
  label: 'The safe area',
  measured: `how far words reach into the outer ${percent(MARGIN)} (EBU R 95)`,
  limit: '1 pixel',
  judge: (checked) => {
    const landed = landedOr(checked);
    const { words } = checked.measured;
    if (words.length === 0) return unmeasured('There are no words to be kept in it.');
    if (!landed) return unmeasured('Land it: where it lies there is not known yet.');
    const [worst] = words
      .map((entry) => ({ entry, ...outside(entry, landed) }))
      .sort((a, b) => b.far - a.far);
    if (worst.far <= 1) return fine('All words lie within 5 % of the picture’s edges.');
    const { entry, far, dx, dy } = worst;
    const own = enlargement(landed.matrix);
    return found({
      severity: 'polish',
      title: `${quoted(entry.name)} lies too near the picture’s edge`,
      detail: `It reaches ${Math.round(far)} pixels into the outer 5 %, which some screens and players cover.`,
      frame: Math.floor((entry.from + entry.to) / 2),
      repairs: [
        {
          label: 'Move it in',
          apply: (overlay) =>
            changeLayer(overlay, entry.layer, (layer) => movedLayer(layer, dx / own, dy / own)),
        },
      ],
    });
  },
});

/** How far words lie outside, and the way that leads in, in pixels of the landing. */
function outside({ quad }: WordsMeasures, { width, height, matrix }: Landed) {
  const box = boxAround(quad.map((corner) => apply(matrix, corner)));
  const way = (low: number, high: number, side: number) => {
    const before = side * MARGIN - low;
    const after = high - side * (1 - MARGIN);
    if (before <= 0 && after <= 0) return 0;
    return before > after ? before : -after;
  };
  const dx = way(box.left, box.right, width);
  const dy = way(box.top, box.bottom, height);
  return { dx, dy, far: Math.max(Math.abs(dx), Math.abs(dy)) };
}
