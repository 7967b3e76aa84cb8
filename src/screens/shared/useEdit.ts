import { useCallback } from 'react';
import { editOverlay, type OverlayEdit } from '@/store/editing';
import { useAppDispatch } from '@/store/store';

export type Edit = (edit: OverlayEdit, gesture?: string | null) => void;

/** Applies edits to one overlay. */
export function useEdit(id: string): Edit {
  const dispatch = useAppDispatch();
  return useCallback(
    (edit, gesture = null) => dispatch(editOverlay(id, edit, gesture)),
    [dispatch, id],
  );
}
