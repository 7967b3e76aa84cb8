import { AT_HOME, type MoveKind } from './types';

export const typeOn: MoveKind = {
  kind: 'type on',
  label: 'Type on',
  icon: 'cursor-text',
  phases: ['arrive', 'leave'],
  params: [],
  easing: 'linear',
  stepwise: true,
  change: (away) => ({ ...AT_HOME, opacity: away > 0 ? 0 : 1 }),
};
