import type { Drawing, InkLayer } from '../document/layers';
import { runFrame } from '../retime/clipTime';
import type { Seconds } from '../time';

/** What the order of drawings depends on. */
type Drawings = Pick<InkLayer, 'drawings' | 'rate' | 'after'>;

/** Drawing times that one round takes, each drawing held as often as it says. */
export const roundLength = ({ drawings }: Pick<InkLayer, 'drawings'>): number =>
  drawings.reduce((sum, { hold }) => sum + hold, 0);

/** The drawing on show `seconds` after the layer came; a single one stays for good. */
export function drawingAt(layer: Drawings, seconds: Seconds): Drawing | null {
  const { drawings, rate, after } = layer;
  if (drawings.length === 1) return drawings[0];
  const turn = Math.max(0, Math.floor(seconds * rate + 1e-6));
  const at = runFrame(turn, roundLength(layer), after);
  if (at === null) return null;
  let end = 0;
  return drawings.find(({ hold }) => (end += hold) > at) ?? null;
}

/** Seconds from the layer's start to when a drawing first shows. */
export function drawingStart({ drawings, rate }: Drawings, index: number): number {
  return roundLength({ drawings: drawings.slice(0, index) }) / rate;
}
