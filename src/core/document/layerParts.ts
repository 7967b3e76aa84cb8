import equal from 'fast-deep-equal';
import { chosen, later, numbers, once, oneOf, shape, type Field } from './fields';
import type { Layer } from './layers';
import {
  PROPERTIES,
  type AnyProperty,
  type Canvas,
  type LayerOf,
  type TimeMap,
} from './properties';
import { LAYER_KINDS, type LayerKind } from '../layerKinds';
import type { Seconds } from '../time';
import { SHAPE_KINDS } from '../shapes';

/** What follows from the declarations of a layer's properties, whatever they are. */

const BY_KIND = new Map(
  LAYER_KINDS.map((kind) => [
    kind,
    (PROPERTIES as readonly AnyProperty[]).filter(({ kinds }) => kinds.includes(kind)),
  ]),
);

/** All properties a kind of layer has. */
export const propertiesOf = (kind: LayerKind): readonly AnyProperty[] => BY_KIND.get(kind)!;

const layer = (fields: Parameters<typeof shape>[0]) => shape(fields) as Field as Field<Layer>;

type Values = Readonly<Record<string, unknown>>;

/** A layer with some of its properties changed. */
const changed = <L extends Layer>(
  layer: L,
  which: (property: AnyProperty) => boolean,
  change: (value: unknown, property: AnyProperty) => unknown,
): L => {
  const values = layer as unknown as Values;
  const next = propertiesOf(layer.kind)
    .filter(which)
    .map((property) => [property.name, change(values[property.name], property)] as const)
    .filter(([name, value]) => value !== values[name]);
  return next.length === 0 ? layer : { ...layer, ...Object.fromEntries(next) };
};

const picked = (layer: Layer, which: (property: AnyProperty) => boolean): Values => {
  const values = layer as unknown as Values;
  return Object.fromEntries(
    propertiesOf(layer.kind)
      .filter(which)
      .map(({ name }) => [name, values[name]]),
  );
};

/** A layer of some kind with every property as it starts. */
export const newLayer = <K extends LayerKind>(kind: K, layerId: string, canvas: Canvas) =>
  ({
    ...Object.fromEntries(propertiesOf(kind).map(({ name, first }) => [name, first(canvas)])),
    kind,
    id: layerId,
  }) as unknown as LayerOf<K>;

/** What is copied from one layer to others. */
export type LayerParts = Values;

/** The values of some parts of a layer, to be given to others. */
export const partsOf = (layer: Layer, ...parts: readonly AnyProperty['part'][]): LayerParts =>
  picked(layer, ({ part }) => parts.includes(part));

/** A layer with another one's parts, as far as its kind has them. */
export const withParts = <L extends Layer>(layer: L, parts: LayerParts): L =>
  changed(
    layer,
    ({ name }) => name in parts,
    (_, { name }) => parts[name],
  );

/** A layer with all its times mapped. */
export const retimedLayer = (layer: Layer, map: TimeMap): Layer =>
  changed(
    layer,
    ({ retimed }) => retimed !== undefined,
    (value, { retimed }) => retimed!(value, map),
  );

/** A layer as if what it shows had been running for some seconds. */
export const runningFor = (layer: Layer, seconds: Seconds): Layer =>
  changed(
    layer,
    ({ running }) => running !== undefined,
    (value, { running }) => running!(value, seconds),
  );

/** A layer as its content came: nothing is done to it, at any frame. */
export function plainLayer(layer: Layer): Layer {
  const isPlain = (property: AnyProperty) => 'plain' in property;
  const driven = new Set(
    propertiesOf(layer.kind)
      .filter(isPlain)
      .flatMap(({ channels }) => (channels ?? []).map(({ name }) => name)),
  );
  const keyframes = Object.entries(layer.keyframes).filter(([name]) => !driven.has(name));
  return {
    ...changed(layer, isPlain, (_, { plain }) => plain),
    keyframes: Object.fromEntries(keyframes),
  };
}

/** A layer without anything half-clear, as far as its own settings make it so. */
export const hardenedLayer = (layer: Layer): Layer =>
  changed(
    layer,
    ({ hardened }) => hardened !== undefined,
    (value, { hardened }) => {
      const hard: unknown = hardened!(value);
      return equal(hard, value) ? value : hard;
    },
  );

/** What pieces of one layer must have in common to be drawn as the whole they came from. */
export const wholeParts = (layer: Layer): LayerParts =>
  picked(layer, ({ split }) => split === 'whole' || split === 'group');

/** What of a layer goes to the group of its pieces, and what is left for each piece. */
export function partedForPieces<L extends Layer>(
  layer: L,
  canvas: Canvas,
): { readonly group: LayerParts; readonly piece: L } {
  return {
    group: picked(layer, ({ split }) => split === 'group' || split === 'both'),
    piece: changed(
      layer,
      ({ split }) => split === 'group',
      (_, { first }) => first(canvas),
    ),
  };
}

/** A layer of any kind; each kind of shape has its own numbers. */
export const layerField = later(() => {
  const properties = new Map(
    (PROPERTIES as readonly AnyProperty[]).map((property) => [property, once(property.schema)]),
  );
  const fieldsOf = (kind: LayerKind) => ({
    kind: oneOf([kind]),
    ...Object.fromEntries(
      propertiesOf(kind).map((property) => [property.name, properties.get(property)!]),
    ),
  });
  const layers = new Map(
    LAYER_KINDS.filter((kind) => kind !== 'shape').map((kind) => [kind, layer(fieldsOf(kind))]),
  );
  const shapes = new Map<string, Field<Layer>>(
    SHAPE_KINDS.map(({ shape: kind, params }) => [
      kind,
      layer({ ...fieldsOf('shape'), shape: oneOf([kind]), params: numbers(params) }),
    ]),
  );
  const unknown = layer({ kind: oneOf(LAYER_KINDS) });
  const unknownShape = layer(fieldsOf('shape'));
  return chosen([...layers.values(), ...shapes.values()], (value) => {
    const { kind, shape: kindOfShape } = Object(value) as { kind?: LayerKind; shape?: string };
    if (kind === 'shape') return shapes.get(kindOfShape ?? '') ?? unknownShape;
    return layers.get(kind!) ?? unknown;
  });
});
