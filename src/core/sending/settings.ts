import type { Backdrop } from '../document/backdrop';
import type { Rate } from '../time';

/** Which of a document's frames a moving file holds. */
export type SentSpan =
  | { readonly kind: 'whole' }
  /** `to` is exclusive; what goes beyond the document is left off. */
  | { readonly kind: 'range'; readonly from: number; readonly to: number }
  /** Three files: until all has arrived, what stays, and from when the first thing leaves. */
  | { readonly kind: 'phases' };

export type Dither = 'none' | 'ordered' | 'diffused';

/** How soft edges and many colours become what a GIF can hold. */
export interface GifSettings {
  /** What half-clear pixels are laid on; null to keep their own colour. */
  readonly matte: string | null;
  readonly dither: Dither;
  /** Alpha from which a pixel is there, 0 to 1. */
  readonly threshold: number;
}

/** Everything that is chosen about a file before it is made. */
export interface SendSettings {
  readonly format: string;
  /** What lies under an overlay in the file; null for its own backdrop. */
  readonly backdrop: Backdrop | null;
  /** Sent pixels per document pixel. */
  readonly scale: number;
  /** Whether what lies round the artwork of all its frames is left off. */
  readonly crop: boolean;
  /** Null for the document's own. */
  readonly rate: Rate | null;
  readonly span: SentSpan;
  /** The frame a still shows; null for the one in the middle. */
  readonly still: number | null;
  /** How often formats that loop by themselves play; 0 for good. */
  readonly plays: number;
  readonly gif: GifSettings;
  /** The file's name without its ending; words in curly brackets stand for what they name. */
  readonly fileName: string;
}

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
export interface Recipe {
  readonly kind: 'recipe';
  readonly version: number;
  readonly id: string;
  readonly name: string;
  readonly created: number;
  /** The document it is for; null for all of the kit. */
  readonly document: string | null;
  readonly settings: SendSettings;
}

/** The recipes that can be used on a document: its own first. */
export const recipesFor = (recipes: readonly Recipe[], document: string): readonly Recipe[] => [
  ...recipes.filter((recipe) => recipe.document === document),
  ...recipes.filter((recipe) => recipe.document === null),
];
