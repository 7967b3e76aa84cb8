import { about, AT_HOME, evenly, MIDDLE } from './change';
import { clamp01, inOut, param, type MoveKind } from './types';

export const scatter: MoveKind = {
  kind: 'scatter',
  label: 'Scatter',
  icon: 'scatter-plot-outline',
  phases: inOut,
  params: [
    param('distance', 'Distance', 'px', 500, { max: 8000, feel: { min: 0, max: 2000 } }),
    param('turn', 'Turn', '°', 90, { max: 3600, feel: { min: 0, max: 360 } }),
  ],
  easing: 'ease out',
  change: ({ away, box, random }, { distance, turn }) => ({
    ...AT_HOME,
    dx: away * distance * random(1),
    dy: away * distance * random(2),
    inner: about(box, MIDDLE, evenly(1), away * turn * random(3)),
    opacity: clamp01(1 - away),
  }),
};
