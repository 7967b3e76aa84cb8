import type { ValidationError } from 'yup';
import { MoonError } from '../../errors';
import { checkCues } from '../cues';
import { migrated, migratedKit } from '../migrate';
import { ENTRY_FIELDS, kit as kitField, type Kit, type KitEntry } from '../types';
import { detached } from './detached';
import { kitWithoutCircles } from './circles';
import { mended, pathParts, wrongInWords } from './mend';
import type { LeftOut, Read } from './types';
import { quoted } from '../../quoted';

export { kitWithoutCircles } from './circles';
export type { LeftOut, Read } from './types';

type Loose = Record<string, unknown>;

/**
 * Reads one document from storage or a file. Values out of their limits are brought within them, and layers and
 * sounds that cannot be read are left out, rather than all of the document.
 * @param others what was read with it: documents of older versions leave sizes to these
 * @throws MoonError 'document-newer' | 'document-invalid' naming the first wrong field, or what
 * solveCues throws
 */
export function readEntry(value: unknown, others: readonly unknown[] = []): Read<KitEntry> {
  const kind = (value as { kind?: string } | null)?.kind ?? '';
  const field = Object.hasOwn(ENTRY_FIELDS, kind)
    ? ENTRY_FIELDS[kind as keyof typeof ENTRY_FIELDS]
    : null;
  if (!field) {
    throw new MoonError(
      'document-invalid',
      'This is not an overlay, footage, font, recipe or landing.',
    );
  }
  const first = mended(field, migrated(value, others));
  const { kept, leftOut } = withoutWrong(first.value as Loose, first.wrong);
  const second = leftOut.length > 0 ? mended(field, kept) : first;
  if (second.wrong.length > 0) throw invalid(second.wrong[0], (value as Loose).name);
  const document = second.value as KitEntry;
  if (document.kind === 'overlay' || document.kind === 'landing') checkCues(document.layers);
  return { document, told: inWords(document, first.changed.length, leftOut.length), leftOut };
}

/** The same, where what is not as it was is of no interest. */
export const readDocument = (value: unknown, others: readonly unknown[] = []): KitEntry =>
  readEntry(value, others).document;

function inWords({ name }: KitEntry, changed: number, leftOut: number): readonly string[] {
  return [
    ...(changed > 0
      ? [
          `In ${quoted(name)} ${counted(changed, 'value was', 'values were')} beyond the limits and had to be changed.`,
        ]
      : []),
    ...(leftOut > 0
      ? [
          `${counted(leftOut, 'layer or sound', 'layers or sounds')} of ${quoted(name)} could not be read and had to be left out.`,
        ]
      : []),
  ];
}

const counted = (count: number, one: string, many: string): string =>
  `${count} ${count === 1 ? one : many}`;

/** Lists of which single entries may be left out. */
const LISTS = ['layers', 'sounds'] as const;

/** A document without the layers and sounds in which something is wrong, and those by themselves. */
function withoutWrong(
  document: Loose,
  wrong: readonly ValidationError[],
): { readonly kept: Loose; readonly leftOut: readonly LeftOut[] } {
  const leftOut: LeftOut[] = [];
  let kept = document;
  for (const name of LISTS) {
    const entries = kept[name];
    if (!Array.isArray(entries)) continue;
    const broken = new Set(
      wrong.flatMap(({ path = '' }) => {
        const [list, index] = pathParts(path);
        return list === name && index !== undefined ? [Number(index)] : [];
      }),
    );
    if (broken.size === 0) continue;
    leftOut.push(
      ...[...broken].map((i) => ({ from: String(document.name), value: entries[i] as unknown })),
    );
    kept = { ...kept, [name]: entries.filter((_, i) => !broken.has(i)) };
  }
  return { kept: leftOut.length > 0 ? detached(kept) : kept, leftOut };
}

const LISTED = ['overlays', 'landings', 'footage', 'fonts', 'luts', 'recipes'] as const;

/**
 * Reads a whole kit, each document as `readEntry` does. One that cannot be read is left out, as long as others can.
 * @throws MoonError 'document-invalid' | 'document-newer' naming the first wrong field
 */
export function readKitEntries(value: unknown): Read<Kit> {
  const raw = Object(migratedKit(value)) as Loose;
  const read = LISTED.map((list) => {
    const entries = raw[list];
    return { list, entries: Array.isArray(entries) ? entries.map(readOrLeft) : null };
  });
  const all = read.flatMap(({ entries }) => entries ?? []);
  const errors = all.flatMap(({ error }) => error ?? []);
  if (errors.length > 0 && errors.length === all.length) throw errors[0];
  const lists = read.flatMap(({ list, entries }) =>
    entries ? [[list, entries.flatMap(({ document }) => document ?? [])] as const] : [],
  );
  const { value: kit, wrong } = mended(kitField, { ...raw, ...Object.fromEntries(lists) });
  if (wrong.length > 0) throw invalid(wrong[0]);
  const sound = kitWithoutCircles(kit as Kit);
  return {
    document: sound.document,
    told: [...all.flatMap(({ told }) => told), ...sound.told],
    leftOut: [...all.flatMap(({ leftOut }) => leftOut), ...sound.leftOut],
  };
}

interface ReadOrLeft extends Read<KitEntry | null> {
  readonly error: MoonError | null;
}

/** @throws MoonError 'document-newer': of a newer kit nothing should be left behind */
function readOrLeft(value: unknown): ReadOrLeft {
  try {
    return { ...readEntry(value), error: null };
  } catch (error) {
    if (!(error instanceof MoonError) || error.code === 'document-newer') throw error;
    const { name } = Object(value) as { name?: unknown };
    const from = typeof name === 'string' ? name : 'a document';
    const told = [`${quoted(from)} could not be read and was left out: ${error.message}`];
    return { document: null, told, leftOut: [{ from, value }], error };
  }
}

/** The same, where what is not as it was is of no interest. */
export const readKit = (value: unknown): Kit => readKitEntries(value).document;

const invalid = (error: ValidationError, name?: unknown): MoonError => {
  const what = typeof name === 'string' && name !== '' ? quoted(name) : 'it';
  return new MoonError(
    'document-invalid',
    `Something in ${what} is not right: ${wrongInWords(error)}.`,
  );
};
