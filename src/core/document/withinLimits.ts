import type { ValidationError } from 'yup';
import { MoonError } from '../errors';
import { LIMITS } from './fields';
import { mended, pathParts, wrongInWords, shortened } from './reading/mend';
import { ENTRY_FIELDS, type KitEntry } from './types';

/** Something that is about to be kept, and in plain words what of it did not fit. */
export interface WithinLimits<E> {
  readonly entry: E;
  readonly told: readonly string[];
}

/**
 * Holds what is about to be kept to the limits that it is read by, so that whatever can be made can be opened again.
 * Numbers stay within theirs, texts are shortened; parts that were found right before are not looked through again.
 * @throws MoonError 'too-many' where a list would hold more than it may, 'document-invalid' for anything else
 */
export function withinLimits<E extends KitEntry>(entry: E): WithinLimits<E> {
  const { value, changed, wrong } = mended(ENTRY_FIELDS[entry.kind], entry);
  if (wrong.length > 0) throw refused(wrong[0]);
  const cut = changed.filter(({ before }) => typeof before === 'string');
  return {
    entry: value as E,
    told: cut.map(
      ({ path, after }) =>
        `The ${nameOf(path)} was shortened to ${(after as string).length} letters, which is the most it can have.`,
    ),
  };
}

/** A name of something that is made from another one's or from a file's. */
export const nameWithinLimits = (name: string): string => shortened(name, LIMITS.name);

function refused(error: ValidationError): MoonError {
  const { type, params, path = '' } = error;
  const value = params?.value;
  if (type === 'max' && Array.isArray(value)) {
    return new MoonError(
      'too-many',
      `That would make ${value.length} ${nameOf(path)}; ${params?.max} is the most there can be. Nothing was changed.`,
    );
  }
  return new MoonError(
    'document-invalid',
    `That would make ${wrongInWords(error)} something that could not be opened again. Nothing was changed.`,
  );
}

/** What a person calls the field at a path. */
const nameOf = (path: string): string => pathParts(path).at(-1) ?? 'text';
