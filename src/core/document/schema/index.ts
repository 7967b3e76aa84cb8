import { string, type Schema } from 'yup';
import { MoonError } from '../../errors';
import { timeLayers } from '../../motion/timing';
import { CANVAS_LIMIT } from '../create';
import {
  BLENDS,
  DOCUMENT_VERSION,
  type FontFile,
  type Footage,
  type Kit,
  type Landing,
  type Overlay,
} from '../types';
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
  rate,
  shape,
  share,
} from './fields';
import { key, layer, placeFields } from './layers';
import { migrated, migratedKit } from './migrate';

const canvas = () => between(CANVAS_LIMIT.min, CANVAS_LIMIT.max).integer();
const place = shape(placeFields);
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
  lengthFollows: flag(),
  backdrop: byKind({
    clear: shape({ kind: kindField('clear') }),
    key: shape({ kind: kindField('key'), colour: colour() }),
  }),
  layers: list(layer, LIMITS.layers),
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
const footage = shape({
  ...documentFields('footage'),
  type: oneOf(['video', 'still', 'sound']),
  media,
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
      blend: oneOf(BLENDS),
      key: orNull(key),
    }),
    LIMITS.layers,
  ),
});
const kit = shape({
  name: name(),
  overlays: list(overlay, LIMITS.documents),
  landings: list(landing, LIMITS.documents),
  footage: list(footage, LIMITS.documents),
  fonts: list(font, LIMITS.documents),
});

const SCHEMAS = { overlay, landing, footage, font } as const;

/**
 * Checks one document read from storage or a file.
 * @throws MoonError 'document-newer' | 'document-invalid' naming the first wrong field, or what
 * solveCues throws
 */
export function readDocument(value: unknown): Overlay | Landing | Footage | FontFile {
  const kind = (value as { kind?: string } | null)?.kind;
  const schema = SCHEMAS[kind as keyof typeof SCHEMAS];
  if (!schema) {
    throw new MoonError('document-invalid', 'This is not an overlay, footage, font or landing.');
  }
  const document = migrated(value) as Overlay | Landing | Footage | FontFile;
  validate(schema, document);
  if (document.kind === 'overlay') timeLayers(document);
  return document;
}

/** @throws MoonError 'document-invalid' | 'document-newer' naming the first wrong field */
export function readKit(value: unknown): Kit {
  const read = migratedKit(value) as Kit;
  validate(kit, read);
  read.overlays.forEach(timeLayers);
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
