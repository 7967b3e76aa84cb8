import { AT_HOME } from './change';
import { angleParam, clamp01, inOut, param, type MoveKind } from './types';

/** The angle is where the edge runs to: 0° uncovers from left to right. */
export const wipe: MoveKind = {
  kind: 'wipe',
  label: 'Wipe',
  icon: 'gradient-horizontal',
  phases: inOut,
  params: [angleParam('angle', 'Towards', 0), param('softness', 'Soft edge', '%', 10)],
  easing: 'ease in and out',
  change: ({ away, box, phase }, { angle, softness }) =>
    away <= 0
      ? AT_HOME
      : {
          ...AT_HOME,
          masks: [
            {
              kind: 'wipe',
              box,
              // It leaves in the direction it came in, so that what came first goes first.
              angle: phase === 'leave' ? angle + 180 : angle,
              shown: clamp01(1 - away),
              softness: softness / 100,
            },
          ],
        },
};
