import { string, type Schema } from 'yup';
import { MoonError } from '../../errors';
import { timeLayers } from '../../motion/timing';
import { CANVAS_LIMIT } from '../create';
import { DOCUMENT_VERSION, type Kit, type KitEntry } from '../types';
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
  pixels,
  rate,
  shape,
  share,
  text,
} from './fields';
import { layer, loudnessFields } from './layers';
import { migrated, migratedKit } from './migrate';

const canvas = () => between(CANVAS_LIMIT.min, CANVAS_LIMIT.max).integer();
const documentFields = (kind: string) => ({
  kind: kindField(kind),
  version: finite().integer().min(1).max(DOCUMENT_VERSION),
  id: id(),
  name: name(),
  created: finite(),
});
const backdrop = byKind({
  clear: shape({ kind: kindField('clear') }),
  key: shape({ kind: kindField('key'), colour: colour() }),
}) as Schema;
const stackFields = {
  width: canvas(),
  height: canvas(),
  rate,
  length: frames().min(1),
  backdrop,
  layers: list(layer, LIMITS.layers),
};
const overlay = shape({
  ...documentFields('overlay'),
  ...stackFields,
  lengthFollows: flag(),
  guide: orNull(shape({ footage: id(), seconds: finite().min(0), strength: share() })),
});
const media = shape({
  hash: string()
    .strict()
    .required()
    .matches(/^[0-9a-f]{64}$/),
  extension: string()
    .strict()
    .required()
    .matches(/^[a-z0-9]{1,5}$/),
  bytes: finite().integer().min(1),
});
const font = shape({ ...documentFields('font'), media });
const lut = shape({ ...documentFields('lut'), media });
const footage = shape({
  ...documentFields('footage'),
  type: oneOf(['video', 'still', 'sound']),
  media,
  width: finite().integer().min(0).max(20_000),
  height: finite().integer().min(0).max(20_000),
  duration: finite().min(0),
  rate: orNull(rate),
  alpha: flag(),
  cut: orNull(
    shape({
      left: pixels(),
      top: pixels(),
      scale: between(0.001, 1000),
      canvas: shape({ width: canvas(), height: canvas() }),
    }),
  ),
});
const landing = shape({
  ...documentFields('landing'),
  ...stackFields,
  sounds: list(
    shape({
      ...loudnessFields,
      id: id(),
      name: name(),
      footage: orNull(id()),
      muted: flag(),
      start: frames(),
      in: between(0, 1e6),
      out: orNull(between(0, 1e6)),
    }),
    LIMITS.sounds,
  ),
});
const sendSettings = shape({
  format: text(40),
  backdrop: orNull(backdrop),
  scale: between(0.01, 100),
  crop: flag(),
  rate: orNull(rate),
  span: byKind({
    whole: shape({ kind: kindField('whole') }),
    range: shape({ kind: kindField('range'), from: frames(), to: frames() }),
    phases: shape({ kind: kindField('phases') }),
  }),
  still: orNull(frames()),
  plays: between(0, 1000).integer(),
  gif: shape({
    matte: orNull(colour()),
    dither: oneOf(['none', 'ordered', 'diffused']),
    threshold: share(),
  }),
  fileName: text(200),
});
const recipe = shape({
  ...documentFields('recipe'),
  document: orNull(id()),
  settings: sendSettings,
});
const kit = shape({
  name: name(),
  overlays: list(overlay, LIMITS.documents),
  landings: list(landing, LIMITS.documents),
  footage: list(footage, LIMITS.documents),
  fonts: list(font, LIMITS.documents),
  luts: list(lut, LIMITS.documents),
  recipes: list(recipe, LIMITS.documents),
});

const SCHEMAS = { overlay, landing, footage, font, lut, recipe } as const;

/**
 * Checks one document read from storage or a file.
 * @param others what was read with it: documents of older versions leave sizes to these
 * @throws MoonError 'document-newer' | 'document-invalid' naming the first wrong field, or what
 * solveCues throws
 */
export function readDocument(value: unknown, others: readonly unknown[] = []): KitEntry {
  const kind = (value as { kind?: string } | null)?.kind;
  const schema = SCHEMAS[kind as keyof typeof SCHEMAS];
  if (!schema) {
    throw new MoonError(
      'document-invalid',
      'This is not an overlay, footage, font, recipe or landing.',
    );
  }
  const document = migrated(value, others) as KitEntry;
  validate(schema, document);
  if (document.kind === 'overlay' || document.kind === 'landing') timeLayers(document);
  return document;
}

/** @throws MoonError 'document-invalid' | 'document-newer' naming the first wrong field */
export function readKit(value: unknown): Kit {
  const read = migratedKit(value) as Kit;
  validate(kit, read);
  [...read.overlays, ...read.landings].forEach(timeLayers);
  return read;
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
