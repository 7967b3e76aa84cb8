import Papa from 'papaparse';
import { MoonError } from '../errors';
import { nameWithinLimits } from './withinLimits';
import type { WordsLayer } from './layers';
import type { Overlay } from './types';
import { quoted } from '../quoted';

/** A table with a header line. */
export interface Table {
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

const LIMITS = { rows: 500, columns: 50 } as const;

/**
 * Reads comma-, semicolon- or tab-separated text; the first line names the columns.
 * @throws MoonError 'table-invalid'
 */
export function readTable(text: string): Table {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [head = [], ...rows] = data;
  const columns = head.map((column) => column.trim());
  if (rows.length === 0 || columns.every((column) => column === '')) {
    throw invalid(
      'It needs a first line with the names of its columns, and a line for each overlay',
    );
  }
  if (rows.length > LIMITS.rows || columns.length > LIMITS.columns) {
    throw invalid(`It may have up to ${LIMITS.rows} rows and ${LIMITS.columns} columns`);
  }
  return { columns, rows: rows.map((row) => columns.map((_, i) => (row[i] ?? '').trim())) };
}

const invalid = (why: string): MoonError =>
  new MoonError('table-invalid', `This table cannot be used. ${why}.`);

/** Which column fills which words layer, by layer id; null leaves the layer as it is. */
export type TableFilling = Readonly<Record<string, number | null>>;

export const wordsLayers = (overlay: Overlay): readonly WordsLayer[] =>
  overlay.layers.filter((layer) => layer.kind === 'words');

const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');

/** Columns that are called like a layer, or like what it says; where none is, in their order. */
export function likelyFilling(overlay: Overlay, { columns }: Table): TableFilling {
  const layers = wordsLayers(overlay);
  const byName = layers.map((layer) =>
    columns.findIndex((column) => [layer.name, layer.text].map(plain).includes(plain(column))),
  );
  const anyNamed = byName.some((column) => column >= 0);
  return Object.fromEntries(
    layers.map((layer, i) => {
      const column = anyNamed ? byName[i] : i;
      return [layer.id, column >= 0 && column < columns.length ? column : null];
    }),
  );
}

/** One overlay that a row would make. */
export interface PlannedOverlay {
  readonly row: number;
  readonly name: string;
  /** By layer id. */
  readonly texts: Readonly<Record<string, string>>;
  readonly problems: readonly string[];
}

/** What each row would make, with what is wrong about it; nothing is made yet. */
export function planOverlays(
  overlay: Overlay,
  { columns, rows }: Table,
  columnOf: TableFilling,
): readonly PlannedOverlay[] {
  const filled = wordsLayers(overlay).flatMap((layer) => {
    const column = columnOf[layer.id];
    return column === null || column === undefined ? [] : [{ layer, column }];
  });
  const texts = rows.map((row) => filled.map(({ column }) => row[column]));
  const named = texts.map((row) => row.find((text) => text !== ''));
  const same = texts.map((row) => JSON.stringify(row));
  return rows.map((row, i) => {
    const empty = filled.filter(({ column }) => row[column] === '');
    const problems = empty.map(({ column }) => `${quoted(columns[column])} is empty`);
    const double = named[i] !== undefined && same.indexOf(same[i]) < i;
    return {
      row: i + 1,
      name: nameWithinLimits(`${overlay.name}: ${named[i] ?? `row ${i + 1}`}`),
      texts: Object.fromEntries(filled.map(({ layer, column }) => [layer.id, row[column]])),
      problems: double ? [...problems, 'it says the same as a row before it'] : problems,
    };
  });
}

/** The overlay of one row. */
export const overlayFromRow = (
  overlay: Overlay,
  { name, texts }: PlannedOverlay,
  stamp: { readonly id: string; readonly created: number },
): Overlay => ({
  ...overlay,
  ...stamp,
  name,
  layers: overlay.layers.map((layer) =>
    layer.kind === 'words' && texts[layer.id] !== undefined
      ? { ...layer, text: texts[layer.id] }
      : layer,
  ),
});
