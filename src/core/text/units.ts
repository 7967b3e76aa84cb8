import { graphemes } from '../graphemes';
import type { StaggerUnit } from '../document/types';

/** Which letter, word and line a piece of artwork belongs to; all 0 for a shape. */
export interface UnitIndex {
  readonly letters: number;
  readonly words: number;
  readonly lines: number;
}

export interface Letter {
  readonly text: string;
  readonly blank: boolean;
}

/** The letters of each line, blanks included. */
export function splitLines(text: string): readonly (readonly Letter[])[] {
  return text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .map((line) =>
      [...graphemes.segment(line)].map(({ segment }) => ({
        text: segment,
        blank: segment.trim() === '',
      })),
    );
}

/** How many units a text has; blanks are no letters, empty lines are no lines. */
export function countUnits(text: string, over: StaggerUnit): number {
  const lines = splitLines(text).filter((line) => line.some((letter) => !letter.blank));
  switch (over) {
    case 'whole':
      return 1;
    case 'lines':
      return lines.length;
    case 'words':
      return text.split(/\s+/).filter((word) => word !== '').length;
    case 'letters':
      return lines.flat().filter((letter) => !letter.blank).length;
  }
}
