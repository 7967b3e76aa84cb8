import { MoonError } from '../../errors';
import { DOCUMENT_VERSION } from '../stamp';
import { isLoose } from './loose';
import { toVersion10 } from './toVersion10';
import { toVersion2 } from './toVersion2';
import { toVersion3 } from './toVersion3';
import { toVersion4 } from './toVersion4';
import { toVersion5 } from './toVersion5';
import { toVersion6 } from './toVersion6';
import { toVersion7 } from './toVersion7';
import { toVersion8 } from './toVersion8';
import { toVersion9 } from './toVersion9';

/**
 * A document as the present version writes it; one of the present version is given back as it is.
 * @param others what was read with it: documents of older versions leave sizes to these
 * @throws MoonError 'document-newer'
 */
export function migrated(value: unknown, others: readonly unknown[] = []): unknown {
  if (!isLoose(value)) return value;
  const { version } = value;
  if (typeof version === 'number' && version > DOCUMENT_VERSION) {
    throw new MoonError(
      'document-newer',
      'This was saved by a newer Moon Patch. Update the app, then open it again.',
    );
  }
  const second = version === 1 ? toVersion2(value) : value;
  const third = second.version === 2 ? toVersion3(second) : second;
  const fourth = third.version === 3 ? toVersion4(third, others) : third;
  const fifth = fourth.version === 4 ? toVersion5(fourth) : fourth;
  const sixth = fifth.version === 5 ? toVersion6(fifth) : fifth;
  const seventh = sixth.version === 6 ? toVersion7(sixth) : sixth;
  const eighth = seventh.version === 7 ? toVersion8(seventh) : seventh;
  const ninth = eighth.version === 8 ? toVersion9(eighth) : eighth;
  return ninth.version === 9 ? toVersion10(ninth) : ninth;
}

/** @throws MoonError 'document-newer' */
export function migratedKit(value: unknown): unknown {
  if (!isLoose(value)) return value;
  const listed = (documents: unknown) => (Array.isArray(documents) ? documents : []);
  const others = [...listed(value.footage), ...listed(value.overlays)];
  const all = (documents: unknown) =>
    Array.isArray(documents) ? documents.map((entry) => migrated(entry, others)) : documents;
  return {
    ...value,
    overlays: all(value.overlays),
    landings: all(value.landings),
    footage: all(value.footage),
    fonts: value.fonts === undefined ? [] : all(value.fonts),
    luts: value.luts === undefined ? [] : all(value.luts),
    recipes: value.recipes === undefined ? [] : all(value.recipes),
  };
}
