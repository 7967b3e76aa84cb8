import { createContext, useContext } from 'react';
import type { Bundle, Landing, Layer, Overlay, Phase } from '@/core/document';
import type { Quad } from '@/core/scene';
import type { Stretch } from '@/core/edit';
import type { StackEdit } from '@/store/editing';
import { usePlayer, type Player } from '@/store/player';
import type { StageMode } from '@/store/useStage';

/** A move that is looked at before it is added. */
export interface TriedMove {
  readonly layer: string;
  readonly kind: string;
  readonly phase: Phase;
}

/** What of the chosen layer the stage shows. */
export type View = StageMode['kind'];

/** What all parts of a screen share on which layers are edited: Make and Land. */
export interface Editing {
  readonly bundle: Bundle;
  readonly document: Overlay | Landing;
  readonly edit: (edit: StackEdit, gesture?: string | null) => void;
  /** Aborted when the screen is left. */
  readonly left: AbortSignal;
  readonly player: Player;
  /** Where layers rest, in document pixels. */
  readonly quads: ReadonlyMap<string, Quad>;
  readonly selection: readonly string[];
  readonly select: (ids: readonly string[]) => void;
  /** The name of the section that is open. */
  readonly section: string;
  readonly setSection: (section: string) => void;
  /** What of the chosen words is set by itself; null for all of them. */
  readonly stretch: Stretch | null;
  readonly chooseStretch: (stretch: Stretch | null) => void;
  /** The letter, where that is one alone. */
  readonly letter: number | null;
  /** The move whose settings are open. */
  readonly openMove: string | null;
  readonly setOpenMove: (id: string | null) => void;
  readonly tried: TriedMove | null;
  readonly tryMove: (move: TriedMove | null) => void;
  /** The chosen point of the path that is edited on the stage. */
  readonly point: number | null;
  readonly choosePoint: (point: number | null) => void;
  /** The garbage matte that is edited on the stage. */
  readonly openMatte: string | null;
  readonly setOpenMatte: (id: string | null) => void;
  /** A line that words or a shape are about to be cut along; null while none is laid. */
  readonly cut: Cut | null;
  readonly setCut: (cut: Cut | null) => void;
  /** Puts a new layer on top and chooses it. */
  readonly add: (layer: Layer) => void;
  readonly view: View;
  readonly setView: (view: View) => void;
  /** Where the stage is divided into as it came and as it is keyed, 0…1; null without a divider. */
  readonly divider: number | null;
  readonly setDivider: (at: number | null) => void;
  /** What the next tap on the stage picks a colour for; null while nothing is picked. */
  readonly picking: Picking | null;
  readonly pick: (picking: Picking | null) => void;
}

/** Gives a colour of a layer's footage, as it came, to whoever asked for it. */
export interface Picking {
  readonly layer: string;
  /** The name of what the colour is for. */
  readonly what: string;
  readonly use: (colour: string) => void;
}

/** Through a point of the canvas, at an angle in degrees. */
export interface Cut {
  readonly layer: string;
  readonly x: number;
  readonly y: number;
  readonly angle: number;
}

export const EditingContext = createContext<Editing | null>(null);

export function useEditing(): Editing {
  const editing = useContext(EditingContext);
  if (!editing) throw new Error('This belongs on a screen where layers are edited.');
  return editing;
}

/** The playhead's frame; while playing, the one it stood at before, so that fields stand still. */
export const usePausedFrame = (): number => usePlayer(useEditing().player, (state) => state.paused);
