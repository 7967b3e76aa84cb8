import { about, AT_HOME, evenly, MIDDLE } from './change';
import { pointOnPath, type PathPlace } from '../geometry/path';
import { param, type Moment, type MoveKind } from './types';

/** While arriving the path ends at home, else it starts there. */
function placeOf({ away, path, phase }: Moment): PathPlace {
  const home = pointOnPath(path, phase === 'arrive' ? 1 : 0);
  const now = pointOnPath(path, phase === 'arrive' ? 1 - away : away);
  return { x: now.x - home.x, y: now.y - home.y, angle: now.angle - home.angle };
}

export const followPath: MoveKind = {
  kind: 'follow a path',
  label: 'Follow a path',
  icon: 'vector-curve',
  phases: ['arrive', 'stay', 'leave'],
  params: [param('turns', 'Turn with the path', '', 0, { max: 1, toggle: true })],
  easing: 'ease in and out',
  draws: true,
  swaps: true,
  change: (moment, { turns }) => {
    if (moment.path.length < 2) return AT_HOME;
    const { x, y, angle } = placeOf(moment);
    if (turns === 0) return { ...AT_HOME, dx: x, dy: y };
    return { ...AT_HOME, dx: x, dy: y, inner: about(moment.box, MIDDLE, evenly(1), angle) };
  },
};
