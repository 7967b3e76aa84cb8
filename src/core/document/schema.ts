import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  type ISchema,
  type Schema,
} from 'yup';
import { MoonError } from '../errors';
import { EASINGS } from '../motion/easings';
import { MOVE_KINDS } from '../motion/moves';
import { timeLayers } from '../motion/timing';
import { CANVAS_LIMIT } from './create';
import { DOCUMENT_VERSION, type Footage, type Kit, type Landing, type Overlay } from './types';

/** A schema, or one that is chosen by looking at the value. */
type Field = ISchema<unknown>;

const LIMITS = { frames: 1_000_000, layers: 500, moves: 50, documents: 5000, text: 5000 } as const;

const id = () =>
  string()
    .strict()
    .required()
    .matches(/^[\w-]{1,64}$/);
const name = () => string().strict().defined().max(200);
const colour = () =>
  string()
    .strict()
    .required()
    .matches(/^#[0-9a-f]{6}$/);
const finite = () =>
  number()
    .strict()
    .required()
    .test('finite', '${path} must be a finite number', (value) => Number.isFinite(value));
const share = () => finite().min(0).max(1);
const frames = () => finite().integer().min(-LIMITS.frames).max(LIMITS.frames);
const pixels = () => finite().min(-100_000).max(100_000);
const canvas = () => finite().integer().min(CANVAS_LIMIT.min).max(CANVAS_LIMIT.max);
const oneOf = (values: readonly string[]) =>
  string()
    .strict()
    .required()
    .oneOf([...values]);
const flag = () => boolean().strict().required();
const shape = (fields: Record<string, Field>) => object(fields).strict().noUnknown().required();
const orNull = (schema: Schema) =>
  lazy((value) => (value === null ? mixed().nullable() : schema)) as Field;
const list = (of: Field, max: number) =>
  array()
    .strict()
    .of(of as Schema)
    .required()
    .max(max);
const byKind = (variants: Record<string, Schema>) =>
  lazy(
    (value: unknown) =>
      variants[(value as { kind?: string } | null)?.kind ?? ''] ??
      shape({ kind: oneOf(Object.keys(variants)) }),
  ) as Field;
const kindField = (kind: string) => oneOf([kind]);

const rate = shape({
  num: finite().integer().min(1).max(240_000),
  den: finite().integer().min(1).max(1001),
}).test('rate', '${path} must be between 1 and 240 frames per second', (value) => {
  const { num, den } = value as { num: number; den: number };
  const perSecond = num / den;
  return perSecond >= 1 && perSecond <= 240;
});
const place = shape({
  x: pixels(),
  y: pixels(),
  scale: finite().min(0).max(1000),
  rotation: finite(),
});
const fill = shape({ colour: colour(), opacity: share() });
const border = shape({ colour: colour(), width: finite().min(0).max(1000) });
const shadow = shape({
  colour: colour(),
  opacity: share(),
  dx: pixels(),
  dy: pixels(),
  blur: finite().min(0).max(1000),
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
    params: shape(
      Object.fromEntries(
        (kind?.params ?? []).map((param) => [param.name, finite().min(param.min).max(param.max)]),
      ),
    ),
    spread: shape({
      over: oneOf(['whole', 'letters', 'words', 'lines']),
      order: oneOf(['forward', 'backward', 'centre', 'edges', 'shuffled']),
      gap: finite().min(0).max(LIMITS.frames),
      seed: finite().integer(),
    }),
    cue,
  });
}) as Field;
const layerFields = {
  id: id(),
  name: name(),
  hidden: flag(),
  place,
  opacity: share(),
  blend: oneOf(['normal', 'multiply', 'screen']),
  from: frames(),
  to: frames(),
  moves: list(move, LIMITS.moves),
  fill,
  border: orNull(border),
  shadow: orNull(shadow),
};
const layer = byKind({
  words: shape({
    ...layerFields,
    kind: kindField('words'),
    text: string().strict().defined().max(LIMITS.text),
    font: id(),
    size: finite().min(1).max(10_000),
    letterSpacing: pixels(),
    lineSpacing: finite().min(0).max(10),
    align: oneOf(['left', 'centre', 'right']),
  }),
  shape: shape({
    ...layerFields,
    kind: kindField('shape'),
    shape: oneOf(['rectangle', 'ellipse']),
    width: finite().min(1).max(20_000),
    height: finite().min(1).max(20_000),
    radius: finite().min(0).max(20_000),
  }),
});
const documentFields = (kind: string) => ({
  kind: kindField(kind),
  version: finite().integer().min(1).max(DOCUMENT_VERSION),
  id: id(),
  name: name(),
  created: finite(),
});
const canvasFields = {
  width: canvas(),
  height: canvas(),
  rate,
  length: frames().min(1),
};
const overlay = shape({
  ...documentFields('overlay'),
  ...canvasFields,
  backdrop: byKind({
    clear: shape({ kind: kindField('clear') }),
    key: shape({ kind: kindField('key'), colour: colour() }),
  }),
  layers: list(layer, LIMITS.layers),
  guide: orNull(shape({ footage: id(), seconds: finite().min(0), strength: share() })),
});
const footage = shape({
  ...documentFields('footage'),
  type: oneOf(['video', 'still', 'sound']),
  media: shape({
    hash: string()
      .strict()
      .required()
      .matches(/^[0-9a-f]{64}$/),
    extension: string()
      .strict()
      .required()
      .matches(/^[a-z0-9]{1,5}$/),
    bytes: finite().integer().min(1),
  }),
  width: finite().integer().min(0).max(20_000),
  height: finite().integer().min(0).max(20_000),
  duration: finite().min(0),
  rate: orNull(rate),
  alpha: flag(),
});
const landing = shape({
  ...documentFields('landing'),
  ...canvasFields,
  base: orNull(id()),
  items: list(
    shape({
      id: id(),
      name: name(),
      hidden: flag(),
      source: byKind({
        overlay: shape({ kind: kindField('overlay'), overlay: id() }),
        footage: shape({ kind: kindField('footage'), footage: id() }),
      }),
      start: frames(),
      place,
      opacity: share(),
      blend: oneOf(['normal', 'multiply', 'screen']),
      key: orNull(
        shape({
          colour: colour(),
          tolerance: share(),
          softness: finite().min(0).max(2),
          spill: share(),
        }),
      ),
    }),
    LIMITS.layers,
  ),
});
const kit = shape({
  name: name(),
  overlays: list(overlay, LIMITS.documents),
  landings: list(landing, LIMITS.documents),
  footage: list(footage, LIMITS.documents),
});

const SCHEMAS = { overlay, landing, footage } as const;

/**
 * Checks one document read from storage or a file.
 * @throws MoonError 'document-newer' | 'document-invalid' naming the first wrong field, or what
 * solveCues throws
 */
export function readDocument(value: unknown): Overlay | Landing | Footage {
  const kind = (value as { kind?: string } | null)?.kind;
  const schema = SCHEMAS[kind as keyof typeof SCHEMAS];
  if (!schema)
    throw new MoonError('document-invalid', 'This is not an overlay, footage or landing.');
  refuseNewer(value);
  validate(schema, value);
  const document = value as Overlay | Landing | Footage;
  if (document.kind === 'overlay') timeLayers(document);
  return document;
}

/** @throws MoonError 'document-invalid' | 'document-newer' naming the first wrong field */
export function readKit(value: unknown): Kit {
  for (const part of ['overlays', 'landings', 'footage']) {
    const documents = (value as Record<string, unknown> | null)?.[part];
    if (Array.isArray(documents)) documents.forEach(refuseNewer);
  }
  validate(kit, value);
  const read = value as Kit;
  read.overlays.forEach(timeLayers);
  return read;
}

function refuseNewer(value: unknown): void {
  const version = (value as { version?: unknown } | null)?.version;
  if (typeof version === 'number' && version > DOCUMENT_VERSION) {
    throw new MoonError(
      'document-newer',
      'This was saved by a newer Moon Patch. Update the app, then open it again.',
    );
  }
}

function validate(schema: Schema, value: unknown): void {
  try {
    schema.validateSync(value, { strict: true, abortEarly: true });
  } catch (error) {
    throw new MoonError(
      'document-invalid',
      `Something in it is not right: ${(error as Error).message}.`,
    );
  }
}
