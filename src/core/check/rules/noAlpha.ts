import { checkRule, fine, found, fullestFrame, unmeasured } from './common';

export const noAlpha = checkRule({
  name: 'no-alpha',
  label: 'A format that carries transparency',
  measured: 'a clear backdrop with a format chosen in Send that has none',
  limit: 'any',
  judge: ({ overlay, measured, format }) => {
    if (overlay.backdrop.kind === 'key')
      return fine('The backdrop is a colour; no format is too little.');
    if (!format) return unmeasured('No format was chosen in Send yet.');
    if (format.alpha) return fine(`${format.label} carries transparency.`);
    return found({
      severity: 'stops',
      title: `${format.label} turns what is clear black`,
      detail: `The backdrop is clear, and ${format.label} was chosen in Send, which carries no transparency. Choose a format that does, or a key colour.`,
      frame: fullestFrame(measured),
      repairs: [
        {
          label: 'Use the safest key colour',
          apply: (next) => ({ ...next, backdrop: { kind: 'key', colour: measured.safestKey } }),
        },
      ],
    });
  },
});
