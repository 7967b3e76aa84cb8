import { readFileSync, writeFileSync } from 'node:fs';
import { CHECK_RULES } from '@/core/check';

const FILE = 'docs/checking.md';
const [START, END] = ['<!-- rules -->', '<!-- /rules -->'];

const HEAD = ['what Check looks at', 'measured', 'limit'];
const ROWS = CHECK_RULES.map(({ label, measured, limit }) => [label, measured, limit]);

/** Cells of a table, without the line under its head. */
const cellsOf = (table: string): readonly (readonly string[])[] =>
  table
    .split('\n')
    .filter((line) => line.startsWith('|') && !/^\|[\s|-]+$/.test(line))
    .map((line) =>
      line
        .slice(1, -1)
        .split('|')
        .map((cell) => cell.trim()),
    );

it('the documentation says of every rule what it measures and where its limit is', () => {
  const text = readFileSync(FILE, 'utf8');
  const [before, rest] = text.split(START);
  const [table, after] = rest.split(END);
  if (process.env.UPDATE_DOCS) {
    const line = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
    const made = [line(HEAD), line(HEAD.map(() => '---')), ...ROWS.map(line)].join('\n');
    writeFileSync(FILE, `${before}${START}\n\n${made}\n\n${END}${after}`);
    return;
  }
  expect(cellsOf(table)).toEqual([HEAD, ...ROWS]);
});
