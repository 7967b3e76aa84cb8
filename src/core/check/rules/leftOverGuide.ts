import type { CheckRule } from '../types';
import { fine, found, fullestFrame } from './common';

export const leftOverGuide: CheckRule = {
  name: 'left-over-guide',
  label: 'The guide frame',
  judge: ({ overlay: { guide }, measured }) => {
    if (!guide || guide.strength === 0) return fine('No guide frame is on show.');
    return found({
      rule: 'left-over-guide',
      severity: 'note',
      title: 'The guide frame stays here',
      detail: 'It is on show while you make the overlay, and is never in a file that is sent.',
      frame: fullestFrame(measured),
    });
  },
};
