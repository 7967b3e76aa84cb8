import { NEUTRAL, type Drawing, type InkLayer, type Stroke } from '../../document/layers';
import { boiledStroke, versionAt } from '../../ink/boil';
import { drawingAt } from '../../ink/drawings';
import { enclosedPath, partOutline, strokeOutline } from '../../ink/outline';
import { strokeBox, strokesBox } from '../../ink/points';
import { replayTimes, strokeShown, WHOLE, type Shown } from '../../ink/replay';
import { writtenWords } from '../../ink/writtenWords';
import { isHome, type Change, type Written } from '../../moves/change';
import type { UnitIndex } from '../../text/units';
import { boxAround, type Box } from '../../geometry/box';
import { moveMask } from '../edges';
import { multiply, translation, IDENTITY, type Matrix } from '../../geometry/matrix';
import { plainGroup, type ArtworkItem, type DrawItem } from '../types';
import {
  apartFrom,
  runningSeconds,
  lookOf,
  type Drawn,
  type FrameSetting,
  type Placing,
} from './types';

/** The drawing on show, stroke by stroke, as far as it is written. */
export function inkItems(layer: InkLayer, placing: Placing, setting: FrameSetting): Drawn {
  const seconds = runningSeconds(layer, setting);
  const drawing = drawingAt(layer, seconds);
  if (!drawing) return apartFrom([]);
  const strokes = asBoiled(drawing, layer, seconds);
  const shown = shownStrokes(drawing.strokes, placing.whole.written);
  const units = strokeUnits(drawing.strokes);
  const items = strokes.flatMap((stroke, i) => {
    const part = shown(stroke, i);
    if (!part) return [];
    const { unit, word } = units[i];
    const change = placing.unit(unit, (over) =>
      over === 'letters' ? strokeBox(stroke) : over === 'words' ? word : placing.box,
    );
    return strokeItems(stroke, part, change, placing.moved);
  });
  const { shadow, glow, enlargement } = lookOf(layer, placing);
  if (items.length === 0 || (!shadow && !glow)) return apartFrom(items);
  return apartFrom([{ ...plainGroup(items, IDENTITY), shadow, glow, enlargement }]);
}

function asBoiled({ strokes }: Drawing, { boil }: InkLayer, seconds: number): readonly Stroke[] {
  if (!boil) return strokes;
  const version = versionAt(boil, seconds);
  return strokes.map((stroke) => boiledStroke(stroke, boil, version));
}

/** How much of each stroke is there: all of it, unless a move writes or takes back the drawing. */
function shownStrokes(
  strokes: readonly Stroke[],
  written: Written | null,
): (stroke: Stroke, i: number) => Shown | null {
  if (!written) return () => WHOLE;
  const { times } = replayTimes(strokes, written.replay);
  return (stroke, i) => strokeShown(stroke, times[i], written, written.replay.rhythm);
}

interface StrokeUnit {
  readonly unit: UnitIndex;
  /** The box of the word it belongs to. */
  readonly word: Box;
}

const unitsFound = new WeakMap<readonly Stroke[], readonly StrokeUnit[]>();

/** To moves, strokes are a drawing's letters. */
function strokeUnits(strokes: readonly Stroke[]): readonly StrokeUnit[] {
  const known = unitsFound.get(strokes);
  if (known) return known;
  const owners = writtenWords(strokes);
  const words = new Map<number, Box>();
  for (const word of new Set(owners)) {
    words.set(word, strokesBox(strokes.filter((_, i) => owners[i] === word)) ?? boxAround([]));
  }
  const units = strokes.map((_, i) => ({
    unit: { letters: i, words: owners[i], lines: 0 },
    word: words.get(owners[i])!,
  }));
  unitsFound.set(strokes, units);
  return units;
}

/** What a stroke encloses lies under its line. */
function strokeItems(
  stroke: Stroke,
  { part, filled }: Shown,
  change: Change,
  moved: Matrix,
): readonly DrawItem[] {
  if (change.opacity <= 0) return [];
  const matrix = isHome(change)
    ? moved
    : multiply(translation(change.dx, change.dy), moved, change.inner);
  const item = (d: string, colour: string, opacity: number): ArtworkItem => ({
    kind: 'artwork',
    outlines: [{ d, matrix, opacity: 1 }],
    fill: { kind: 'colour', colour, opacity: 1 },
    border: null,
    shadow: null,
    glow: null,
    wall: null,
    enlargement: 1,
    opacity: opacity * stroke.opacity * change.opacity,
    blend: 'normal',
  });
  const line = item(part ? partOutline(stroke, part) : strokeOutline(stroke), stroke.colour, 1);
  const area = stroke.fill && filled > 0 ? [item(enclosedPath(stroke), stroke.fill, filled)] : [];
  const items = [...area, line];
  if (change.masks.length === 0 && change.blur === 0) return items;
  return [
    {
      ...plainGroup(items, IDENTITY),
      masks: change.masks.map((mask) => moveMask(mask, moved)),
      effects: change.blur > 0 ? { ...NEUTRAL, blur: change.blur } : null,
    },
  ];
}
