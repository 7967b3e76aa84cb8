import { recipe } from './sendSettings';
import { backdrop } from './backdrop';
import {
  between,
  flag,
  frameRate,
  frames,
  id,
  LIMITS,
  list,
  matching,
  name,
  oneOf,
  orNull,
  pixels,
  rate,
  seconds,
  shape,
  share,
  whole,
  type ValueOf,
} from './fields';
import { layerField } from './layerParts';
import { soundTrack } from './sound';
import { documentFields } from './stamp';

export type { Backdrop } from './backdrop';
export * from './layers';
export type { SoundTrack } from './sound';
export { DOCUMENT_VERSION } from './stamp';

/** All lengths and times are whole frames at the document's own rate unless said otherwise. */

export const CANVAS_LIMIT = { min: 16, max: 7680 } as const;

const canvasSide = whole(CANVAS_LIMIT.min, CANVAS_LIMIT.max);

/** Layers on a canvas, over time: what overlays and landings have in common. */
const stackFields = {
  width: canvasSide,
  height: canvasSide,
  rate,
  length: frames(1),
  backdrop,
  /** Bottom first, also within a group. */
  layers: list(layerField, LIMITS.layers),
};

/** A frame of footage to judge against; never exported. `strength` is 0 to 1. */
const guide = shape({ footage: id(), seconds: seconds(0, Infinity), strength: share() });
export type Guide = ValueOf<typeof guide>;

const overlay = shape({
  ...documentFields('overlay'),
  ...stackFields,
  /** Whether the length follows the artwork: it ends when the last layer has left. */
  lengthFollows: flag(),
  guide: orNull(guide),
});
export interface Overlay extends ValueOf<typeof overlay> {}

/** Footage with overlays, clips and sounds laid over it; overlays stay live. */
const landing = shape({
  ...documentFields('landing'),
  ...stackFields,
  /** All of them are heard together. */
  sounds: list(soundTrack, LIMITS.sounds),
});
export interface Landing extends ValueOf<typeof landing> {}

export type Stack = Omit<Overlay | Landing, 'kind'>;

/** Where the bytes of a media file are kept: under the SHA-256 of its content. */
const media = shape({
  hash: matching(/^[0-9a-f]{64}$/),
  extension: matching(/^[a-z0-9]{1,5}$/),
  bytes: whole(1, Number.MAX_SAFE_INTEGER),
});
export type Media = ValueOf<typeof media>;

/** What a file was cropped to when it was sent. */
const cut = shape({
  /** Its upper left corner, in pixels of the canvas it was cut from. */
  left: pixels(),
  top: pixels(),
  /** File pixels per canvas pixel. */
  scale: between(0.001, 1000),
  canvas: shape({ width: canvasSide, height: canvasSide }),
});
export type Cut = ValueOf<typeof cut>;

/** A camera may take as many frames a second as it likes; nothing here counts in them. */
const footageRate = frameRate(1 / 86_400, 1_000_000);

const footage = shape({
  ...documentFields('footage'),
  type: oneOf(['video', 'still', 'sound']),
  media,
  /** Pixels as shown; 0 for sound. */
  width: whole(0, 1_000_000),
  height: whole(0, 1_000_000),
  /** Seconds; 0 for a still. */
  duration: seconds(0, Infinity),
  rate: orNull(footageRate),
  alpha: flag(),
  /** How often a moving picture says it runs, 0 for good; null where nothing is said. */
  plays: orNull(whole(0, LIMITS.plays)),
  /** Where it belongs, when it was sent from here without its margins; else null. */
  cut: orNull(cut),
});
export interface Footage extends ValueOf<typeof footage> {}

/** A font brought in by the person; words name it by its id. */
const fontFile = shape({ ...documentFields('font'), media });
export interface FontFile extends ValueOf<typeof fontFile> {}

/** A table of colours (a `.cube` file) brought in by the person; effects name it by its id. */
const lutFile = shape({ ...documentFields('lut'), media });
export interface LutFile extends ValueOf<typeof lutFile> {}

/** What documents name besides footage. */
export type Resource = FontFile | LutFile;

export const kit = shape({
  name: name(),
  overlays: list(overlay, LIMITS.documents),
  landings: list(landing, LIMITS.documents),
  footage: list(footage, LIMITS.documents),
  fonts: list(fontFile, LIMITS.documents),
  luts: list(lutFile, LIMITS.documents),
  recipes: list(recipe, LIMITS.documents),
});
export interface Kit extends ValueOf<typeof kit> {}

/** The fields of everything a kit keeps by itself, by its kind. */
export const ENTRY_FIELDS = { overlay, landing, footage, font: fontFile, lut: lutFile, recipe };

/** Everything a kit holds that is kept by itself. */
export type KitEntry = ValueOf<(typeof ENTRY_FIELDS)[keyof typeof ENTRY_FIELDS]>;
