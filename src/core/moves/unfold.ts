import { about, AT_HOME } from './change';
import { edgeParam, inOut, type MoveKind } from './types';

/** Where each edge lies, as shares of the box: left, top, right, bottom. */
const EDGES = [
  { x: 0, y: 0.5 },
  { x: 0.5, y: 0 },
  { x: 1, y: 0.5 },
  { x: 0.5, y: 1 },
] as const;

export const unfold: MoveKind = {
  kind: 'unfold',
  label: 'Unfold from an edge',
  icon: 'arrow-expand-right',
  phases: inOut,
  params: [edgeParam(0)],
  easing: 'ease out',
  change: ({ away, box }, { edge }) => {
    const width = Math.max(0, 1 - away);
    const scale = edge % 2 === 0 ? { x: width, y: 1 } : { x: 1, y: width };
    return { ...AT_HOME, inner: about(box, EDGES[edge], scale) };
  },
};
