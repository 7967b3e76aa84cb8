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

/** Gives one letter a look of its own; one that changes nothing is forgotten. */
export function setLetter(
  layer: WordsLayer,
  index: number,
  patch: Partial<LetterLook>,
): WordsLayer {
  const before = layer.letters.find((letter) => letter.index === index) ?? plainLetter(index);
  const next = { ...before, ...patch };
  const others = layer.letters.filter((letter) => letter.index !== index);
  const plain = JSON.stringify(next) === JSON.stringify(plainLetter(index));
  const letters = plain ? others : [...others, next];
  return { ...layer, letters: letters.sort((a, b) => a.index - b.index) };
}

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
