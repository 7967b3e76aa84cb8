import { findLayer } from '@/core/edit';
import { tell } from '@/store/session';
import type { Editable } from '@/store/kit';
import { whenDone } from '@/store/lateEdits';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { useEditing } from './editing';

/** How a colour is picked from a layer's own picture; null while none is. */
export function usePicking() {
  const { bundle, document, left, player, picking, pick } = useEditing();
  const dispatch = useAppDispatch();
  if (!picking) return null;
  const at = (point: { x: number; y: number }) =>
    work.pickColour(bundle, picking.layer, player.get().frame, point.x, point.y);
  return {
    look: (point: { x: number; y: number }) => at(point).catch(() => null),
    onPick: async (point: { x: number; y: number }) => {
      pick(null);
      try {
        const about = (stack: Editable) => [findLayer(stack, picking.layer)];
        const late = { about, work: () => at(point) };
        await dispatch(whenDone(document.id, late, ({ colour }) => picking.use(colour), left));
      } catch (error) {
        if (!left.aborted) dispatch(tell(error));
      }
    },
  };
}
