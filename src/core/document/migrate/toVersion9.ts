import { each, isLoose, type Loose } from './loose';

/** Version 9: a key by light knows whether the artwork's edges are sharp. */
export const toVersion9 = (document: Loose): Loose => ({
  ...document,
  version: 9,
  ...('layers' in document ? { layers: each(document.layers, withEdges) } : {}),
});

const withEdges = (layer: Loose): Loose =>
  isLoose(layer.key) && layer.key.kind === 'luma'
    ? { ...layer, key: { ...layer.key, edges: 'soft' } }
    : layer;
