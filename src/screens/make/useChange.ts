import { useCallback } from 'react';
import { changeLayer, updateLayer, type Layer, type LayerPatch } from '@/core/document';
import { useMake } from './make';

export type Change = (patch: LayerPatch, gesture?: string | null) => void;

/** Changes one layer by a patch. */
export function useChange(id: string): Change {
  const { edit } = useMake();
  return useCallback(
    (patch, gesture = null) => edit((overlay) => updateLayer(overlay, id, patch), gesture),
    [edit, id],
  );
}

/** Changes one layer by a function of it. */
export function useLayerEdit(id: string) {
  const { edit } = useMake();
  return useCallback(
    (change: (layer: Layer) => Layer, gesture: string | null = null) =>
      edit((overlay) => changeLayer(overlay, id, change), gesture),
    [edit, id],
  );
}
