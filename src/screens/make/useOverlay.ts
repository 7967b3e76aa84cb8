import { useEdit } from '../shared/useEdit';
import { useEditing } from '../layers/editing';

/** The overlay that is made, and how it is changed where only overlays can be. */
export function useOverlay() {
  const { document, bundle } = useEditing();
  const edit = useEdit(document.id);
  if (document.kind !== 'overlay') throw new Error('This belongs on the Make screen.');
  return { overlay: document, bundle, edit };
}
