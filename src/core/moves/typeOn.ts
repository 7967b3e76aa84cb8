import { AT_HOME } from './change';
import { inOut, type MoveKind } from './types';

export const typeOn: MoveKind = {
  kind: 'type on',
  label: 'Type on',
  icon: 'cursor-text',
  phases: inOut,
  params: [],
  easing: 'linear',
  stepwise: true,
  change: ({ away }) => (away > 0 ? { ...AT_HOME, opacity: 0 } : AT_HOME),
};
