import { AT_HOME } from './change';
import { clamp01, inOut, param, type MoveKind } from './types';

export const iris: MoveKind = {
  kind: 'iris',
  label: 'Iris',
  icon: 'circle-slice-8',
  phases: inOut,
  params: [param('softness', 'Soft edge', '%', 4)],
  easing: 'ease in and out',
  change: ({ away, box }, { softness }) =>
    away <= 0
      ? AT_HOME
      : {
          ...AT_HOME,
          masks: [{ kind: 'iris', box, shown: clamp01(1 - away), softness: softness / 100 }],
        },
};
