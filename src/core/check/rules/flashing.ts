import { checkRule, fine, found, NO_ARTWORK, shownSpan } from './common';

/** Flashes that may fall in one second (WCAG 2.3.1). */
const LIMIT = 3;

export const flashing = checkRule({
  name: 'flashing',
  label: 'Flashes',
  measured: 'pairs of opposite changes of light or red over a quarter of the picture (WCAG 2.3.1)',
  limit: `${LIMIT} a second`,
  judge: ({ measured }) => {
    if (!shownSpan(measured)) return NO_ARTWORK;
    const worst = measured.flashing;
    if (!worst || worst.flashes <= LIMIT) {
      return fine(`At most ${worst?.flashes ?? 0} large flashes in a second.`);
    }
    return found({
      severity: 'stops',
      title: 'It flashes in a way that can cause fits',
      detail: `Up to frame ${worst.frame} there are ${worst.flashes} ${worst.red ? 'red ' : ''}flashes within a second over a quarter of the picture; more than three are dangerous to some people. Make them fewer, smaller or dimmer.`,
      frame: worst.frame,
    });
  },
});
