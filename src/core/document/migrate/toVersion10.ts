import { each, type Loose } from './loose';

/** Version 10: shapes can have a soft outline, and what runs by a layer's own time can wait before it begins. */
export const toVersion10 = (document: Loose): Loose => ({
  ...document,
  version: 10,
  ...('layers' in document
    ? {
        layers: each(document.layers, (layer) =>
          layer.kind === 'shape' ? { ...layer, softOutline: 0 } : layer,
        ),
      }
    : {}),
});
