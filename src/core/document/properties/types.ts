import type { Frames, Seconds } from '../../time';
import type { Field } from '../fields';
import type { LayerKind } from '../../layerKinds';

/** What a new layer is measured by. */
export interface Canvas {
  readonly width: number;
  readonly height: number;
  /** Frames. */
  readonly length: number;
}

/** What becomes of times when a layer is shifted, its stay is stretched, or its frame rate changes. */
export interface TimeMap {
  /** Where a frame comes to lie. */
  readonly at: (frame: Frames) => Frames;
  /** How many frames a duration becomes that is not laid from one frame to another; maybe a fraction. */
  readonly during: (frames: number) => number;
  /** What becomes of a cue that waits for another move. */
  readonly waiting: (frames: number) => number;
}

/** A number of a property that keyframes can drive. */
export interface PropertyChannel<T> {
  readonly name: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  /** Null where the property has no such number at present. */
  readonly read: (value: T) => number | null;
  readonly write: (value: T, number: number) => T;
}

/**
 * Everything there is to know about one property of a layer. Types, schema, new layers, copying, splitting,
 * retiming and keyframes all follow from it.
 */
export interface Property<N extends string, K extends LayerKind, T> {
  /** Its name in documents: never change it. */
  readonly name: N;
  readonly kinds: readonly K[];
  /** `identity` is what tells the layer from others; the rest are what a person would call it. */
  readonly part: 'identity' | 'content' | 'look' | 'edges' | 'place' | 'time';
  readonly schema: Field<T>;
  /** What it is in a new layer. */
  readonly first: (canvas: Canvas) => NoInfer<T>;
  /**
   * When a layer is split in space: every piece has it (`piece`); every piece has it, and only pieces in which
   * it is equal are drawn as the whole they came from (`whole`); the group has it (`group`), or both do (`both`).
   */
  readonly split: 'piece' | 'whole' | 'group' | 'both';
  /** With this value it changes nothing of how the layer's content is shown. */
  readonly plain?: NoInfer<T>;
  /** The same without anything half-clear; the same object where nothing is. */
  readonly hardened?: (value: T) => NoInfer<T>;
  readonly channels?: readonly PropertyChannel<T>[];
  /** With its times mapped; left out where it has none that count in frames. */
  readonly retimed?: (value: T, map: TimeMap) => NoInfer<T>;
  /** As it is once the layer has been running for some seconds; left out where it does not run. */
  readonly running?: (value: T, elapsed: Seconds) => NoInfer<T>;
}

export const property = <const N extends string, const K extends LayerKind, T>(
  declared: Property<N, K, T>,
): Property<N, K, T> => declared;
