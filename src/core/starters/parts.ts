import { createMove, createOverlay, createShape, createWords } from '../document/create';
import { placeAt } from '../document/layers';
import type { Cue, Layer, Move, Phase, ShapeLayer, WordsLayer } from '../document/layers';
import type { Overlay } from '../document/types';
import type { Stamp } from './types';

/** The workshop's own colours. */
export const RUST = '#b3432b';
export const PLUM = '#4b2e73';
export const AMBER = '#e9a23b';
export const NIGHT = '#231c35';
export const PAPER = '#f4eee2';
export const LICHEN = '#3f7d6b';

/** Seconds as frames at the rate all starters have. */
export const frames = (seconds: number): number => Math.round(seconds * 30);

/** An empty overlay of some seconds at 1080p and 30 frames a second. */
export const canvas = (
  stamp: Stamp,
  name: string,
  seconds: number,
  change: Partial<Overlay> = {},
): Overlay => ({ ...createOverlay(stamp, name), length: frames(seconds), ...change });

export const words = (
  id: string,
  base: Overlay,
  text: string,
  x: number,
  y: number,
  change: Partial<WordsLayer>,
): WordsLayer => ({ ...createWords(id, base, text), place: placeAt(x, y), ...change });

export const shape = (
  id: string,
  base: Overlay,
  kind: string,
  x: number,
  y: number,
  { params, ...change }: Partial<ShapeLayer>,
): ShapeLayer => {
  const made = createShape(id, base, kind);
  return { ...made, place: placeAt(x, y), ...change, params: { ...made.params, ...params } };
};

/** A move of some seconds; parameters that are not given keep their kind's own values. */
export function move(
  id: string,
  kind: string,
  phase: Phase,
  cue: Cue,
  seconds: number,
  {
    params,
    stagger,
    ...change
  }: Partial<Omit<Move, 'stagger'>> & { stagger?: Partial<Move['stagger']> } = {},
): Move {
  const made = createMove(id, kind, phase, 0, frames(seconds));
  return {
    ...made,
    cue,
    ...change,
    params: { ...made.params, ...params },
    stagger: { ...made.stagger, ...stagger },
  };
}

export const at = (seconds: number): Cue => ({ kind: 'at', frame: frames(seconds) });

export const after = (id: string, seconds = 0): Cue => ({
  kind: 'after',
  move: id,
  gap: frames(seconds),
});

export const alongside = (id: string, seconds = 0): Cue => ({
  kind: 'alongside',
  move: id,
  offset: frames(seconds),
});

export const withLayers = (base: Overlay, layers: readonly Layer[]): Overlay => ({
  ...base,
  layers,
});

/** A soft dark shadow that lifts things off any footage. */
export const LIFTED = { colour: '#000000', opacity: 0.45, dx: 0, dy: 6, blur: 24 } as const;
