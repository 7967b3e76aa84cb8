import { createContext, useContext } from 'react';
import { type Bundle, type Drawing, type InkLayer, type Overlay } from '@/core/document';
import { addDrawing } from '@/core/edit';
import { newId } from '@/store/actions';
import type { Player } from '@/store/player';
import { penSet, type PenSettings } from '@/store/session';
import type { Proof } from '@/store/useStage';
import { useAppDispatch, useAppSelector } from '@/store/store';
import type { Edit } from '../shared/useEdit';

export type DrawSection = 'pen' | 'strokes' | 'replay' | 'frames' | 'trace';

/** What all parts of the Draw screen share. */
export interface Draw {
  readonly bundle: Bundle;
  readonly overlay: Overlay;
  readonly layer: InkLayer;
  /** The one that is drawn on. */
  readonly drawing: Drawing;
  readonly choose: (drawing: string) => void;
  readonly edit: Edit;
  /** Changes the ink layer. */
  readonly change: (change: (layer: InkLayer) => InkLayer, gesture?: string | null) => void;
  /** False while another tab has the kit: what is drawn here could not be kept. */
  readonly mayDraw: boolean;
  readonly player: Player;
  /** Aborted when the screen is left; another panel may be opened meanwhile. */
  readonly left: AbortSignal;
  /** Points out one stroke on the canvas; null for none. */
  readonly setLit: (stroke: string | null) => void;
  /** What lies behind the drawing. */
  readonly proof: Proof;
  readonly setProof: (proof: Proof) => void;
  /** Plays a recorded pen session on the canvas, as if it were drawn now. */
  readonly playPen: (name: string) => void;
}

export const DrawContext = createContext<Draw | null>(null);

export function useDraw(): Draw {
  const draw = useContext(DrawContext);
  if (!draw) throw new Error('This belongs on the Draw screen.');
  return draw;
}

/** Adds a frame with these strokes after the one that is drawn on, and goes on there. */
export function useAddFrame(): (strokes: Drawing['strokes']) => void {
  const { drawing, change, choose } = useDraw();
  return (strokes) => {
    const id = newId();
    const copied = strokes.map((stroke) => ({ ...stroke, id: newId() }));
    change((layer) => addDrawing(layer, drawing.id, { id, hold: drawing.hold, strokes: copied }));
    choose(id);
  };
}

/** What is in hand, and how to change it. */
export function usePen(): readonly [PenSettings, (change: Partial<PenSettings>) => void] {
  const dispatch = useAppDispatch();
  const pen = useAppSelector((state) => state.session.pen);
  return [pen, (change) => dispatch(penSet(change))];
}
