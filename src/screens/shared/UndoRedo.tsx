import { useEffect } from 'react';
import { redo, undo } from '@/store/editing';
import { selectCanRedo, selectCanUndo } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { IconAction } from '@/ui/Action';

/** Undo and redo of one document, also by Ctrl+Z and Ctrl+Shift+Z. */
export function UndoRedo({ id }: { readonly id: string }) {
  const dispatch = useAppDispatch();
  const canUndo = useAppSelector((state) => selectCanUndo(state, id));
  const canRedo = useAppSelector((state) => selectCanRedo(state, id));

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      dispatch(event.shiftKey ? redo(id) : undo(id));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch, id]);

  return (
    <>
      <IconAction label="Undo" icon="undo" disabled={!canUndo} onPress={() => dispatch(undo(id))} />
      <IconAction label="Redo" icon="redo" disabled={!canRedo} onPress={() => dispatch(redo(id))} />
    </>
  );
}
