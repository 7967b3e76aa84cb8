import { useCallback } from 'react';
import { type Layer } from '@/core/document';
import { changeLayer, updateLayer, type LayerPatch } from '@/core/edit';
import { useEditing } from './editing';

export type ChangeLayer = (patch: LayerPatch, gesture?: string | null) => void;

/** Changes one layer by a patch. */
export function useChange(id: string): ChangeLayer {
  const { edit } = useEditing();
  return useCallback(
    (patch, gesture = null) => edit((document) => updateLayer(document, id, patch), gesture),
    [edit, id],
  );
}

/** Changes one layer by a function of it. */
export function useLayerEdit(id: string) {
  const { edit } = useEditing();
  return useCallback(
    (change: (layer: Layer) => Layer, gesture: string | null = null) =>
      edit((document) => changeLayer(document, id, change), gesture),
    [edit, id],
  );
}
