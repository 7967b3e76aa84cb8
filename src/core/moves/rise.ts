import { AT_HOME } from './change';
import { translation } from '../geometry/matrix';
import { edgeParam, inOut, type MoveKind } from './types';

/** Comes out from behind one edge of its own box. */
export const rise: MoveKind = {
  kind: 'rise',
  label: 'Rise from behind an edge',
  icon: 'tray-arrow-up',
  phases: inOut,
  params: [edgeParam(3)],
  easing: 'ease out',
  change: ({ away, box }, { edge }) => {
    if (away === 0) return AT_HOME;
    const towards = edge < 2 ? -1 : 1;
    const inner =
      edge % 2 === 0
        ? translation(towards * away * (box.right - box.left), 0)
        : translation(0, towards * away * (box.bottom - box.top));
    return { ...AT_HOME, inner, masks: [{ kind: 'ledge', box, side: edge }] };
  },
};
