import { backdrop } from './backdrop';
import {
  between,
  byKind,
  colour,
  flag,
  frames,
  id,
  LIMITS,
  oneOf,
  orNull,
  rate,
  shape,
  share,
  text,
  whole,
  type ValueOf,
} from './fields';
import { documentFields } from './stamp';

/** Which of a document's frames a moving file holds. */
const span = byKind({
  whole: {},
  /** `to` is exclusive; what goes beyond the document is left off. */
  range: { from: frames(), to: frames() },
  /** Three files: until all has arrived, what stays, and from when the first thing leaves. */
  phases: {},
});

const DITHERS = ['none', 'ordered', 'diffused'] as const;
export type Dither = (typeof DITHERS)[number];

/** How soft edges and many colours become what a GIF can hold. */
const gif = shape({
  /** What half-clear pixels are laid on; null to keep their own colour. */
  matte: orNull(colour()),
  dither: oneOf(DITHERS),
  /** Alpha from which a pixel is there. */
  threshold: share(),
});
export type GifSettings = ValueOf<typeof gif>;

/** Everything that is chosen about a file before it is made. */
const sendSettings = shape({
  format: text(40),
  /** What lies under an overlay in the file; null for its own backdrop. */
  backdrop: orNull(backdrop),
  /** Sent pixels per document pixel. */
  scale: between(0.01, 100),
  /** Whether what lies round the artwork of all its frames is left off. */
  crop: flag(),
  /** Null for the document's own. */
  rate: orNull(rate),
  span,
  /** The frame a still shows; null for the one in the middle. */
  still: orNull(frames()),
  /** How often formats that loop by themselves play; 0 for good. */
  plays: whole(0, 1000),
  gif,
  /** The file's name without its ending; words in curly brackets stand for what they name. */
  fileName: text(LIMITS.name),
});
export interface SendSettings extends ValueOf<typeof sendSettings> {}

/** What is sent unless something else is chosen. */
export const firstSettings = (format: string): SendSettings => ({
  format,
  backdrop: null,
  scale: 1,
  crop: false,
  rate: null,
  span: { kind: 'whole' },
  still: null,
  plays: 0,
  gif: { matte: null, dither: 'none', threshold: 0.5 },
  fileName: '{name}',
});

/** Settings that are remembered under a name, for one overlay or for the whole kit. */
export const recipe = shape({
  ...documentFields('recipe'),
  /** The document it is for; null for all of the kit. */
  document: orNull(id()),
  settings: sendSettings,
});
export interface Recipe extends ValueOf<typeof recipe> {}

/** The recipes that can be used on a document: its own first. */
export const recipesFor = (recipes: readonly Recipe[], document: string): readonly Recipe[] => [
  ...recipes.filter((recipe) => recipe.document === document),
  ...recipes.filter((recipe) => recipe.document === null),
];
