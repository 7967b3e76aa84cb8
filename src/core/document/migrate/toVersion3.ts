import { each, withClipTimes, type Loose } from './loose';

/** Version 3: boil, key colours in layers, and times that are skipped in clips. */
export function toVersion3(document: Loose): Loose {
  const next = { ...document, version: 3 };
  return document.kind === 'overlay'
    ? { ...next, layers: each(document.layers, layerToVersion3) }
    : next;
}

function layerToVersion3(layer: Loose): Loose {
  const next = withClipTimes(layer, (time) => ({ ...time, skips: [] }));
  const { kind } = layer;
  if (kind === 'picture' || kind === 'clip') return { ...next, key: null };
  return kind === 'words' || kind === 'shape' ? { ...next, boil: null } : next;
}
