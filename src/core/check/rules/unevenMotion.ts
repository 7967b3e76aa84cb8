import { changeRate } from '../../edit';
import { perSecond, rateLabel } from '../../time';

import { checkRule, fine, found, fullestFrame, unmeasured } from './common';
import { quoted } from '../../quoted';

export const unevenMotion = checkRule({
  name: 'uneven-motion',
  label: 'Frame rate where it lands',
  measured: 'whether one rate goes evenly into the other',
  limit: 'any',
  judge: ({ overlay, measured, landed }) => {
    if (!landed) return unmeasured('Land it: the frame rate there is not known yet.');
    if (measured.frames.every(({ change }) => change === 0)) return fine('Nothing in it moves.');
    const [own, there] = [perSecond(overlay.rate), perSecond(landed.rate)];
    const times = Math.max(own, there) / Math.min(own, there);
    if (Math.abs(times - Math.round(times)) < 0.001) {
      return fine(
        `${rateLabel(overlay.rate)} frames a second go evenly into ${rateLabel(landed.rate)}.`,
      );
    }
    const what = own > there ? 'dropped' : 'shown twice';
    return found({
      severity: 'polish',
      title: 'Its motion would stutter there',
      detail: `It has ${rateLabel(overlay.rate)} frames a second and ${quoted(landed.name ?? 'the footage')} ${rateLabel(landed.rate)}: now and then one is ${what}.`,
      frame: fullestFrame(measured),
      repairs: [
        {
          label: `Use ${rateLabel(landed.rate)} frames a second`,
          apply: (next) => changeRate(next, landed.rate),
        },
      ],
    });
  },
});
