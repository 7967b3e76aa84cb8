import type { ValidationError } from 'yup';
import { graphemes } from '../../graphemes';
import { quoted } from '../../quoted';
import { errorsOf, type Field } from '../fields';

/** What became of a value that was not wholly within its limits. */
export interface Mended {
  readonly value: unknown;
  /** Where something was brought within its limits. */
  readonly changed: readonly Mend[];
  /** What could not be. */
  readonly wrong: readonly ValidationError[];
}

export interface Mend {
  readonly path: string;
  readonly before: unknown;
  readonly after: unknown;
}

/** Times a value is looked through: bringing one number within its limits may put it out of order with others. */
const ROUNDS = 3;

/**
 * Brings numbers that are out of their limits within them, rounds those that must be whole, and shortens texts.
 * What is right already is given back as the same object.
 */
export function mended(field: Field, value: unknown): Mended {
  const changed: Mend[] = [];
  let next = value;
  for (let round = 0; ; round++) {
    if (errorsOf(field, next, { abortEarly: true }).length === 0) {
      return { value: next, changed, wrong: [] };
    }
    const wrong = errorsOf(field, next, { abortEarly: false });
    const changes = wrong.flatMap((error) => withinLimits(error) ?? []);
    if (changes.length === 0 || round === ROUNDS) return { value: next, changed, wrong };
    for (const change of changes) {
      next = withValueAt(next, pathParts(change.path), change.after);
      changed.push(change);
    }
  }
}

/** The nearest value that a limit allows; null where the error is of another kind. */
function withinLimits({ type, params, path }: ValidationError): Mend | null {
  const before = params?.value;
  if (path === undefined) return null;
  if (typeof before === 'number' && Number.isFinite(before)) {
    const after =
      type === 'min'
        ? (params?.min as number)
        : type === 'max'
          ? (params?.max as number)
          : type === 'integer'
            ? Math.round(before)
            : null;
    return after === null ? null : { path, before, after };
  }
  if (typeof before === 'string' && type === 'max') {
    return { path, before, after: shortened(before, params?.max as number) };
  }
  return null;
}

/** A text of at most some UTF-16 units that does not end within a letter. */
export function shortened(text: string, max: number): string {
  if (text.length <= max) return text;
  const cut = graphemes.segment(text).containing(max);
  return text.slice(0, cut?.index ?? max);
}

/** What is wrong, as a person would call it: “scale” of layer 3. */
export function wrongInWords({ path = '', type, params }: ValidationError): string {
  if (type === 'noUnknown') return `there is nothing called ${quoted(String(params?.unknown))}`;
  const parts = pathParts(path);
  const isIndex = (part: string | undefined) => /^\d+$/.test(part ?? '');
  const [list, index] = parts;
  const inList = isIndex(index);
  const names = (inList ? parts.slice(2) : parts).filter((part) => !isIndex(part));
  const own = names.slice(-2).reverse().map(quoted).join(' of ');
  if (!inList) return own || 'its text';
  const entry = `${list.replace(/s$/, '')} ${Number(index) + 1}`;
  return own ? `${own} of ${entry}` : entry;
}

/** "layers[2].place.x" as its parts. */
export const pathParts = (path: string): readonly string[] => path.match(/[^.[\]"]+/g) ?? [];

function withValueAt(whole: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value;
  const inner = withValueAt((whole as Record<string, unknown>)[key], rest, value);
  return Array.isArray(whole)
    ? whole.with(Number(key), inner)
    : { ...(whole as object), [key]: inner };
}
