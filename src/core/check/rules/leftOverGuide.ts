import { checkRule, fine, found, fullestFrame } from './common';

export const leftOverGuide = checkRule({
  name: 'left-over-guide',
  label: 'The guide frame',
  measured: 'a guide frame that is on show',
  limit: 'any',
  judge: ({ overlay: { guide }, measured }) => {
    if (!guide || guide.strength === 0) return fine('No guide frame is on show.');
    return found({
      severity: 'note',
      title: 'The guide frame stays here',
      detail: 'It is on show while you make the overlay, and is never in a file that is sent.',
      frame: fullestFrame(measured),
    });
  },
});
