import { each, isLoose, type Loose } from './loose';

/** Version 5: tables of colours in the effects of layers. */
export function toVersion5(document: Loose): Loose {
  const next = { ...document, version: 5 };
  return document.layers === undefined
    ? next
    : { ...next, layers: each(document.layers, layerToVersion5) };
}

const layerToVersion5 = (layer: Loose): Loose =>
  isLoose(layer.effects)
    ? { ...layer, effects: { ...layer.effects, lut: null, lutStrength: 1 } }
    : layer;
