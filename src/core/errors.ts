/** Every failure the core can explain; the interface shows `message` as it stands. */
export type ErrorCode =
  | 'cue-circle'
  | 'cue-missing'
  | 'nesting-circle'
  | 'document-invalid'
  | 'document-newer'
  | 'kit-file-invalid'
  | 'media-empty'
  | 'media-unreadable'
  | 'code-away'
  | 'codec-unreadable'
  | 'media-too-large'
  | 'media-unsafe'
  | 'media-missing'
  | 'media-damaged'
  | 'storage-full'
  | 'storage-away'
  | 'read-only'
  | 'server-away'
  | 'encode-failed'
  | 'read-back-differs'
  | 'stopped'
  | 'table-invalid'
  | 'drawing-full'
  | 'cannot-split'
  | 'too-many'
  | 'not-a-pair'
  | 'not-found'
  | 'canvas-refused'
  | 'app-file-away';

/** The one error class of the product: a code for programs, plain words for people. */
export class MoonError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
  ) {
    super(message);
    this.name = 'MoonError';
  }
}

const UNFORESEEN =
  'Something went wrong that the app did not foresee. Your kit is kept; try once more, or reload the page.';

/** Plain words for anything thrown: what an engine or a library says of itself is for its makers. */
export const plainWords = (error: unknown): string =>
  error instanceof MoonError ? error.message : UNFORESEEN;

/** For a value that no declared kind accounts for: where all kinds have a case, `value` is of no type. */
export const unknownKind = (what: string, value: never): Error =>
  new Error(
    `There is no ${what} of the kind ${JSON.stringify((value as { kind?: string }).kind)}.`,
  );
