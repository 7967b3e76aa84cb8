import { AT_HOME } from './change';
import { clamp01, inOut, param, type MoveKind } from './types';

const TOGETHER = ['strokes', 'words', 'all'] as const;

/** Draws a drawing as the hand drew it; leaving takes it back. */
export const writeOn: MoveKind = {
  kind: 'write on',
  label: 'Write on',
  icon: 'draw-pen',
  phases: inOut,
  layers: ['ink'],
  wholeOnly: true,
  firstLength: 'drawing',
  params: [
    param('together', 'Order', '', 0, {
      max: 2,
      choices: ['Stroke by stroke', 'Word by word', 'All at once'],
    }),
    param('even', 'Rhythm', '', 0, { max: 1, choices: ['As my hand went', 'Even speed'] }),
    param('pauses', 'Pauses kept', '%', 30),
    param('first', 'Taken back', '', 0, {
      max: 1,
      choices: ['Last drawn first', 'First drawn first'],
      phases: ['leave'],
    }),
  ],
  easing: 'linear',
  change: ({ away, phase }, { together, even, pauses, first }) => {
    if (away <= 0) return AT_HOME;
    const replay = {
      rhythm: even === 1 ? 'even' : 'hand',
      together: TOGETHER[together],
      pauses: pauses / 100,
    } as const;
    const chases = phase === 'leave' && first === 1;
    const written = chases ? { from: clamp01(away), to: 1 } : { from: 0, to: clamp01(1 - away) };
    return { ...AT_HOME, written: { ...written, replay } };
  },
};
