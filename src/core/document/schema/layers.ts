import { lazy, mixed, type Schema } from 'yup';
import { BRUSHES } from '../../ink/brushes';
import { POINT_SIZE } from '../../ink/points';
import { CHANNELS } from '../../motion/channels';
import { EASINGS } from '../../motion/easings';
import { MOVE_KINDS } from '../../motion/moves';
import { SHAPE_KINDS } from '../../scene/shapeKinds';
import { BLENDS, SIDES } from '../layers';
import {
  between,
  byKind,
  colour,
  finite,
  flag,
  frames,
  id,
  kindField,
  LIMITS,
  list,
  name,
  oneOf,
  orNull,
  paramFields,
  pixels,
  shape,
  share,
  text,
  type Field,
} from './fields';

const placeFields = {
  x: pixels(),
  y: pixels(),
  scale: between(0, 1000),
  rotation: finite(),
};
const place = shape({
  ...placeFields,
  stretch: between(0.01, 100),
  anchorX: pixels(),
  anchorY: pixels(),
  flipX: flag(),
  flipY: flag(),
});
const AFTER_END = ['hold', 'loop', 'back and forth', 'nothing'];
const matteFields = {
  cleanBlack: share(),
  cleanWhite: share(),
  choke: between(-100, 100),
  feather: between(0, 200),
};
const key = byKind({
  chroma: shape({
    ...matteFields,
    kind: kindField('chroma'),
    colour: colour(),
    tolerance: share(),
    softness: between(0, 2),
    spill: share(),
  }),
  luma: shape({
    ...matteFields,
    kind: kindField('luma'),
    backdrop: oneOf(['black', 'white']),
    from: share(),
    to: share(),
  }),
  light: shape({ ...matteFields, kind: kindField('light') }),
  'known colours': shape({
    ...matteFields,
    kind: kindField('known colours'),
    colour: colour(),
    inks: list(colour(), 2).min(1),
  }),
}) as Schema & Field;
const mattePoints = list(shape({ x: pixels(), y: pixels() }), LIMITS.points).min(3);
const garbageMatte = shape({
  id: id(),
  keep: oneOf(['in', 'out']),
  feather: between(0, 1000),
  drawn: list(shape({ frame: frames(), points: mattePoints }), LIMITS.keyframes)
    .min(1)
    .test('drawn', '${path} must be in order of time, with equally many points', (value) =>
      (value as { frame: number; points: unknown[] }[]).every(
        ({ frame, points }, i, all) =>
          i === 0 || (frame > all[i - 1].frame && points.length === all[0].points.length),
      ),
    ),
});
export const loudnessFields = {
  gain: between(-60, 24),
  fadeIn: between(0, 600),
  fadeOut: between(0, 600),
};
const skips = list(shape({ from: between(0, 1e6), to: between(0, 1e6) }), LIMITS.skips).test(
  'order',
  '${path} must be in order of time',
  (value) => {
    const times = (value as { from: number; to: number }[]).flatMap(({ from, to }) => [from, to]);
    return times.every((time, i) => i === 0 || time > times[i - 1]);
  },
);
const clipTime = shape({
  in: between(0, 1e6),
  out: orNull(between(0, 1e6)),
  speed: between(0.01, 100),
  reverse: flag(),
  lead: between(-1e6, 1e6),
  after: oneOf(AFTER_END),
  times: orNull(between(1, 100_000).integer()),
  seam: between(0, 60),
  blend: flag(),
  skips,
});
const fit = oneOf(['cover', 'fit', 'pull']);
const gradient = shape({
  kind: oneOf(['linear', 'radial']),
  angle: finite(),
  stops: list(shape({ at: share(), colour: colour(), opacity: share() }), LIMITS.stops).min(1),
});
const fill = byKind({
  colour: shape({ kind: kindField('colour'), colour: colour(), opacity: share() }),
  gradient: shape({ kind: kindField('gradient'), gradient, opacity: share() }),
  footage: shape({
    kind: kindField('footage'),
    footage: id(),
    fit,
    pinned: flag(),
    time: clipTime,
    opacity: share(),
  }),
});
const border = shape({
  colour: colour(),
  width: between(0, 1000),
  side: oneOf(['inside', 'centre', 'outside']),
});
const shadow = shape({
  colour: colour(),
  opacity: share(),
  dx: pixels(),
  dy: pixels(),
  blur: between(0, 1000),
});
const glow = shape({ colour: colour(), opacity: share(), blur: between(0, 1000) });
const wall = shape({ colour: colour(), opacity: share() });
const effects = shape({
  lut: orNull(id()),
  lutStrength: share(),
  blur: between(0, 1000),
  brightness: between(0, 10),
  contrast: between(0, 10),
  saturation: between(0, 10),
  hue: between(-360, 360),
  tint: colour(),
  tintStrength: share(),
});
const sides = (field: () => Field) =>
  shape(Object.fromEntries(SIDES.map((side) => [side, field()])));
const edges = shape({
  crop: sides(share),
  feather: sides(() => between(0, 10_000)),
  radius: between(0, 20_000),
});
const fade = shape({
  kind: oneOf(['linear', 'radial']),
  angle: finite(),
  shift: between(-2, 2),
  stops: list(shape({ at: share(), opacity: share() }), LIMITS.stops).min(1),
});
const mask = shape({ layer: id(), by: oneOf(['alpha', 'luma']), inverted: flag() });
const reflection = shape({ gap: pixels(), length: between(0, 20_000), opacity: share() });
const ghost = shape({
  tint: colour(),
  tintStrength: share(),
  opacity: share(),
  spacing: between(1, 1000),
  lines: share(),
  flicker: share(),
  seed: finite().integer(),
});
const box = shape({ left: pixels(), top: pixels(), right: pixels(), bottom: pixels() });
const piece = shape({
  of: id(),
  box,
  cut: orNull(shape({ x: pixels(), y: pixels(), angle: finite() })),
  before: text(LIMITS.text),
  after: text(LIMITS.text),
});
const pathPoint = shape({
  x: pixels(),
  y: pixels(),
  inX: pixels(),
  inY: pixels(),
  outX: pixels(),
  outY: pixels(),
});
const cue = byKind({
  at: shape({ kind: kindField('at'), frame: frames() }),
  alongside: shape({ kind: kindField('alongside'), move: id(), offset: frames() }),
  after: shape({ kind: kindField('after'), move: id(), gap: frames() }),
});
const move = lazy((value: unknown) => {
  const kind = MOVE_KINDS.find((entry) => entry.kind === (value as { kind?: string } | null)?.kind);
  return shape({
    id: id(),
    kind: oneOf(MOVE_KINDS.map((entry) => entry.kind)),
    phase: oneOf(kind?.phases ?? []),
    length: frames().min(0),
    easing: oneOf(EASINGS),
    params: paramFields(kind?.params ?? []),
    spread: shape({
      over: oneOf(['whole', 'letters', 'words', 'lines']),
      order: oneOf(['forward', 'backward', 'centre', 'edges', 'shuffled']),
      gap: between(0, LIMITS.frames),
      seed: finite().integer(),
    }),
    cue,
    swapped: flag(),
    letter: orNull(between(0, LIMITS.text).integer()),
    path: list(pathPoint, LIMITS.points),
  });
}) as Field;
const keyframes = list(
  shape({ frame: frames(), value: finite(), easing: oneOf(EASINGS) }),
  LIMITS.keyframes,
).test('order', '${path} must be in order of time', (value) =>
  (value as { frame: number }[]).every((key, i, all) => i === 0 || key.frame > all[i - 1].frame),
);
const keyframed = lazy((value: unknown) =>
  shape(
    Object.fromEntries(
      CHANNELS.filter(({ name: channel }) => channel in Object(value)).map((channel) => [
        channel.name,
        keyframes,
      ]),
    ),
  ),
) as Field;

const layerFields = {
  id: id(),
  name: name(),
  hidden: flag(),
  locked: flag(),
  group: orNull(id()),
  place,
  opacity: share(),
  blend: oneOf(BLENDS),
  from: frames(),
  to: frames(),
  moves: list(move, LIMITS.moves),
  keyframes: keyframed,
  shadow: orNull(shadow),
  glow: orNull(glow),
  effects,
  edges,
  fade: orNull(fade),
  mask: orNull(mask),
  reflection: orNull(reflection),
  ghost: orNull(ghost),
};
const boil = shape({
  versions: between(1, 24).integer(),
  rate: between(1, 60),
  strength: between(0, 1000),
  scale: between(1, 10_000),
  seed: finite().integer(),
});
const outlineFields = {
  fill,
  border: orNull(border),
  wall: orNull(wall),
  piece: orNull(piece),
  boil: orNull(boil),
};
const strokePoints = mixed()
  .required()
  .test('points', '${path} must be points of five finite numbers each', (value) =>
    arePoints(value),
  );
const stroke = shape({
  id: id(),
  brush: oneOf(BRUSHES.map((entry) => entry.brush)),
  colour: colour(),
  size: between(0.1, 2000),
  opacity: share(),
  smoothing: share(),
  fill: orNull(colour()),
  sensed: flag(),
  pause: between(0, 1e9),
  points: strokePoints,
});
const drawing = shape({
  id: id(),
  hold: between(1, 1000).integer(),
  strokes: list(stroke, LIMITS.strokes),
});
const trace = shape({ text: text(LIMITS.text), font: id(), size: between(1, 10_000) });
const sizeFields = { width: between(1, 20_000), height: between(1, 20_000) };
const letter = shape({
  index: between(0, LIMITS.text).integer(),
  fill: lazy((value) => (value === null ? orNull(shape({})) : fill) as never) as Field,
  border: orNull(border),
  scale: between(0.01, 100),
  dx: pixels(),
  dy: pixels(),
  rotation: finite(),
  delay: frames().min(0),
});
const counter = shape({
  from: between(-1e9, 1e9),
  to: between(-1e9, 1e9),
  decimals: between(0, 6).integer(),
  start: frames(),
  length: frames().min(0),
  easing: oneOf(EASINGS),
});
const footageFields = {
  footage: orNull(id()),
  ...sizeFields,
  fit,
  border: orNull(border),
  key: orNull(key),
  mattes: list(garbageMatte, LIMITS.mattes),
};
const shapeLayer = lazy((value: unknown) => {
  const kind = SHAPE_KINDS.find(
    (entry) => entry.shape === (value as { shape?: string } | null)?.shape,
  );
  return shape({
    ...layerFields,
    ...outlineFields,
    ...sizeFields,
    kind: kindField('shape'),
    shape: oneOf(SHAPE_KINDS.map((entry) => entry.shape)),
    params: paramFields(kind?.params ?? []),
    points: list(pathPoint, LIMITS.points),
  });
});

export const layer = byKind({
  words: shape({
    ...layerFields,
    ...outlineFields,
    kind: kindField('words'),
    text: text(LIMITS.text),
    font: id(),
    size: between(1, 10_000),
    letterSpacing: pixels(),
    lineSpacing: between(0, 10),
    align: oneOf(['left', 'centre', 'right']),
    letters: list(letter, LIMITS.letters),
    counter: orNull(counter),
  }),
  shape: shapeLayer as never,
  picture: shape({ ...layerFields, ...footageFields, kind: kindField('picture') }),
  clip: shape({
    ...layerFields,
    ...footageFields,
    kind: kindField('clip'),
    time: clipTime,
    sound: orNull(shape(loudnessFields)),
  }),
  group: shape({ ...layerFields, kind: kindField('group') }),
  overlay: shape({
    ...layerFields,
    kind: kindField('overlay'),
    overlay: id(),
    after: oneOf([...AFTER_END, 'stretch']),
    backdrop: flag(),
    lead: between(-1e6, 1e6),
  }),
  ink: shape({
    ...layerFields,
    kind: kindField('ink'),
    drawings: list(drawing, LIMITS.drawings).min(1),
    rate: between(1, 60),
    after: oneOf(AFTER_END),
    boil: orNull(boil),
    trace: orNull(trace),
  }),
});

/** Looked through by hand: a schema for every number would take seconds for a long drawing. */
function arePoints(value: unknown): boolean {
  if (!Array.isArray(value) || value.length === 0 || value.length % POINT_SIZE !== 0) return false;
  if (value.length > LIMITS.strokePoints * POINT_SIZE) return false;
  return value.every((number, k) => {
    if (typeof number !== 'number' || !(Math.abs(number) <= 100_000_000)) return false;
    const field = k % POINT_SIZE;
    if (field < 2) return Math.abs(number) <= 100_000;
    if (field < 4) return number >= 0 && number <= 1;
    return number >= (k < POINT_SIZE ? 0 : value[k - POINT_SIZE]);
  });
}
