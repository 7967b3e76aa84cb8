import { checkRule, fine, found, unmeasured } from './common';
import { quoted } from '../../quoted';

/** How many pixels one pixel of footage may become. */
const LIMIT = 1.25;

export const enlargedBitmap = checkRule({
  name: 'enlarged-bitmap',
  label: 'Sharpness of pictures and clips',
  measured: 'how much pictures and clips are enlarged',
  limit: `${LIMIT} times`,
  judge: ({ measured }) => {
    const [worst] = [...measured.pictures].sort((a, b) => b.scale - a.scale);
    if (!worst) return unmeasured('There is no picture or clip in it.');
    if (worst.scale <= LIMIT)
      return fine(`None is drawn more than ${worst.scale.toFixed(2)} times its size.`);
    return found({
      severity: 'polish',
      title: `${quoted(worst.name)} is drawn larger than it is`,
      detail: `In frame ${worst.frame} it is enlarged ${worst.scale.toFixed(1)} times and looks soft. Use a larger file, or draw it smaller.`,
      frame: worst.frame,
    });
  },
});
