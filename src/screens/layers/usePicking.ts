import { plainWords } from '@/core/errors';
import { noticed } from '@/store/session';
import { useAppDispatch } from '@/store/store';
import { work } from '@/store/work';
import { useEditing } from './editing';

/** How a colour is picked from a layer's own picture; null while none is. */
export function usePicking() {
  const { bundle, player, picking, pick } = useEditing();
  const dispatch = useAppDispatch();
  if (!picking) return null;
  const at = (point: { x: number; y: number }) =>
    work.pickColour(bundle, picking.layer, player.get().frame, point.x, point.y);
  return {
    look: (point: { x: number; y: number }) => at(point).catch(() => null),
    onPick: async (point: { x: number; y: number }) => {
      pick(null);
      try {
        picking.use((await at(point)).colour);
      } catch (error) {
        dispatch(noticed(plainWords(error), 'problem'));
      }
    },
  };
}
