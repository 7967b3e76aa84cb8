import { checkRule, fine, found, fullestFrame } from './common';
import { quoted } from '../../quoted';

export const missingPieces = checkRule({
  name: 'missing-pieces',
  label: 'All pieces are there',
  measured: 'fonts, footage, overlays and LUTs that are not in the kit',
  limit: 'any',
  judge: ({ measured, missing }) => {
    if (missing.length === 0)
      return fine('Every font, picture, clip and overlay it uses is in the kit.');
    return found({
      severity: 'stops',
      title: 'Something it uses is no longer in the kit',
      detail: `Look at ${missing.map((name) => quoted(name)).join(', ')}, and choose something else there or bring the file in again.`,
      frame: fullestFrame(measured),
    });
  },
});
