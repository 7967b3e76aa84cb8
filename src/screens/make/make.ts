import { createContext, useContext } from 'react';
import type { Bundle, Overlay, Phase } from '@/core/document';
import type { Quad } from '@/core/scene';
import { usePlayer, type Player } from '@/store/player';
import type { Edit } from '../shared/useEdit';

/** A move that is looked at before it is added. */
export interface TriedMove {
  readonly layer: string;
  readonly kind: string;
  readonly phase: Phase;
}

export type Section = 'what' | 'look' | 'place' | 'edges' | 'moves';

/** What all parts of the Make screen share. */
export interface Make {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
  readonly edit: Edit;
  readonly player: Player;
  /** Where layers rest, in document pixels. */
  readonly quads: ReadonlyMap<string, Quad>;
  readonly selection: readonly string[];
  readonly select: (ids: readonly string[]) => void;
  /** Which settings of a layer are open. */
  readonly section: Section;
  readonly setSection: (section: Section) => void;
  /** The letter of the chosen words that is set by itself; null for all of them. */
  readonly letter: number | null;
  readonly chooseLetter: (letter: number | null) => void;
  /** The move whose settings are open. */
  readonly openMove: string | null;
  readonly setOpenMove: (id: string | null) => void;
  readonly tried: TriedMove | null;
  readonly tryMove: (move: TriedMove | null) => void;
  /** The chosen point of the path that is edited on the stage. */
  readonly point: number | null;
  readonly choosePoint: (point: number | null) => void;
  /** A line that words or a shape are about to be cut along; null while none is laid. */
  readonly cut: Cut | null;
  readonly setCut: (cut: Cut | null) => void;
}

/** Through a point of the canvas, at an angle in degrees. */
export interface Cut {
  readonly layer: string;
  readonly x: number;
  readonly y: number;
  readonly angle: number;
}

export const MakeContext = createContext<Make | null>(null);

export function useMake(): Make {
  const make = useContext(MakeContext);
  if (!make) throw new Error('This belongs on the Make screen.');
  return make;
}

/** The playhead's frame; while playing, the one it stood at before, so that fields stand still. */
export const usePausedFrame = (): number => usePlayer(useMake().player, (state) => state.paused);
