import equal from 'fast-deep-equal';
import { splitLines } from '../text/units';
import type { LetterLook, Move, WordsLayer } from '../document/layers';
import { laterCue } from '../document/cues';

/** A look that changes nothing. */
export const plainLetter = (index: number): LetterLook => ({
  index,
  fill: null,
  border: null,
  scale: 1,
  dx: 0,
  dy: 0,
  rotation: 0,
  delay: 0,
});

/** The letters of a text that can be chosen: blanks are none. */
export const lettersOf = (text: string): readonly string[] =>
  splitLines(text)
    .flat()
    .filter((letter) => !letter.blank)
    .map((letter) => letter.text);

/** Some letters of a text that stand side by side; `to` is the one after the last. Blanks do not count. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

export interface Word extends Stretch {
  readonly text: string;
}

/** The words of a text, each with its letters. */
export function wordsOf(text: string): readonly Word[] {
  const words: Word[] = [];
  let index = 0;
  for (const line of splitLines(text)) {
    let open = false;
    for (const letter of line) {
      if (letter.blank) {
        open = false;
        continue;
      }
      const last = open ? words.pop()! : { text: '', from: index };
      words.push({ text: last.text + letter.text, from: last.from, to: ++index });
      open = true;
    }
  }
  return words;
}

/** Gives some letters a look of their own; one that changes nothing is forgotten. */
export function setLetters(
  layer: WordsLayer,
  { from, to }: Stretch,
  patch: Partial<LetterLook>,
): WordsLayer {
  const isIn = ({ index }: LetterLook) => index >= from && index < to;
  const looks = Array.from({ length: to - from }, (_, i) => {
    const index = from + i;
    const before = layer.letters.find((look) => look.index === index) ?? plainLetter(index);
    return { ...before, ...patch, index };
  });
  const letters = [...layer.letters.filter((look) => !isIn(look)), ...looks.filter(changes)];
  return { ...layer, letters: letters.sort((a, b) => a.index - b.index) };
}

const changes = (look: LetterLook): boolean => !equal(look, plainLetter(look.index));

/**
 * Changes what the words say. Letters that stay keep their own look and moves; a letter that takes
 * another one's position takes its look; a new one takes the look and the moves of the one before
 * it, each some frames later.
 */
export function retype(layer: WordsLayer, text: string, newId: () => string): WordsLayer {
  const before = lettersOf(layer.text);
  const after = lettersOf(text);
  const start = sharedLength(before, after);
  const end = sharedLength(before.slice(start).reverse(), after.slice(start).reverse());
  const removed = before.length - start - end;
  const added = after.length - start - end;
  const kept = Math.min(removed, added);
  const now = (index: number): number | null => {
    if (index < start + kept) return index;
    if (index >= before.length - end) return index + after.length - before.length;
    return null;
  };
  const looks = layer.letters.flatMap((letter) => {
    const index = now(letter.index);
    return index === null ? [] : [{ ...letter, index }];
  });
  const moves = layer.moves.flatMap((move) => {
    if (move.letter === null) return [move];
    const letter = now(move.letter);
    return letter === null ? [] : [{ ...move, letter }];
  });
  const fresh = Array.from({ length: Math.max(0, added - removed) }, (_, i) => start + kept + i);
  const model = start + kept - 1;
  const look = looks.find((letter) => letter.index === model);
  const own = moves.filter((move) => move.letter === model);
  return {
    ...layer,
    text,
    letters: [...looks, ...(look ? fresh.map((index) => ({ ...look, index })) : [])].sort(
      (a, b) => a.index - b.index,
    ),
    moves: [
      ...moves,
      ...fresh.flatMap((letter, i) => own.map((move) => later(move, letter, i, newId))),
    ],
  };
}

/** Frames from one letter's start to the next new one's, where they have moves of their own. */
const LETTER_GAP = 3;

const later = (move: Move, letter: number, i: number, newId: () => string): Move => ({
  ...move,
  id: newId(),
  letter,
  cue: laterCue(move.cue, (i + 1) * LETTER_GAP),
});

function sharedLength(a: readonly string[], b: readonly string[]): number {
  const most = Math.min(a.length, b.length);
  for (let i = 0; i < most; i++) if (a[i] !== b[i]) return i;
  return most;
}
