import { AT_HOME } from './change';
import { clamp01, inOut, param, type MoveKind } from './types';

export const blurIn: MoveKind = {
  kind: 'blur in',
  label: 'Blur in',
  icon: 'blur',
  phases: inOut,
  params: [param('blur', 'Blur', 'px', 24, { max: 200 })],
  easing: 'ease out',
  change: ({ away }, { blur }) => ({
    ...AT_HOME,
    blur: Math.max(0, away) * blur,
    opacity: clamp01(1 - away),
  }),
};
