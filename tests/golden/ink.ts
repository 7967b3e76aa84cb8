import { readFileSync } from 'node:fs';
import { createInk, type InkLayer, type Overlay, type Stroke } from '@/core/document';
import { pointAt, pointCount, type InkPoint } from '@/core/ink/points';
import { strokesOfSession, type PenSession } from '@/core/ink/session';

const sessions = JSON.parse(readFileSync('public/pen/sessions.json', 'utf8')) as PenSession[];

export const penSession = (name: string): PenSession =>
  sessions.find((session) => session.name === name)!;

/** A pen session as white pen strokes, `width` layer pixels wide about the layer's origin. */
export const sessionStrokes = (
  name: string,
  width: number,
  style: Partial<Stroke> = {},
): readonly Stroke[] =>
  strokesOfSession(penSession(name), width, { brush: 'pen', colour: '#ffffff', size: 12 }).map(
    (stroke) => ({ ...stroke, ...style }),
  );

/** An ink layer with one drawing. */
export const inked = (
  overlay: Overlay,
  strokes: readonly Stroke[],
  change: Partial<InkLayer> = {},
): InkLayer => ({
  ...createInk('ink', overlay, 'drawing'),
  drawings: [{ id: 'drawing', hold: 1, strokes }],
  ...change,
});

/** A stroke's points one by one. */
export const unpacked = (points: Stroke['points']): readonly InkPoint[] =>
  Array.from({ length: pointCount(points) }, (_, i) => pointAt(points, i));
