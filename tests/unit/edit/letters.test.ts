import fc from 'fast-check';
import { createWords, solid, type WordsLayer } from '@/core/document';
import {
  coloursToTake,
  inLastStyle,
  lettersOf,
  plainLetter,
  retype,
  setLetters,
  styleOf,
  wordsOf,
} from '@/core/edit';
import { withParts } from '@/core/document/layerParts';
import { at, band, move, overlay, words } from '../fixtures';

const ids = () => {
  let count = 0;
  return () => `new-${count++}`;
};

const RED = solid('#ff0000');
const BLUE = solid('#0000ff');

/** F red and dropping in, N blue. */
const spelled = (): WordsLayer => {
  const layer = words('FEN', {
    moves: [
      move('f-in', 'drop', 'arrive', at(10), { letter: 0 }),
      move('all', 'fade', 'arrive', at(0)),
    ],
  });
  return setLetters(
    setLetters(layer, { from: 0, to: 1 }, { fill: RED }),
    { from: 2, to: 3 },
    { fill: BLUE, scale: 1.5 },
  );
};

describe('words', () => {
  it('are found with their letters, through blanks and lines', () => {
    expect(wordsOf(' It  holds\nthe é')).toEqual([
      { text: 'It', from: 0, to: 2 },
      { text: 'holds', from: 2, to: 7 },
      { text: 'the', from: 7, to: 10 },
      { text: 'é', from: 10, to: 11 },
    ]);
    expect(wordsOf('')).toEqual([]);
  });

  it('get a look of their own, which their letters keep besides', () => {
    const turned = setLetters(words('it holds'), { from: 3, to: 4 }, { rotation: 20 });
    const red = setLetters(turned, { from: 2, to: 7 }, { fill: RED });
    expect(red.letters.map(({ index, fill, rotation }) => [index, fill, rotation])).toEqual(
      [2, 3, 4, 5, 6].map((index) => [index, RED, index === 3 ? 20 : 0]),
    );
    const plain = setLetters(red, { from: 2, to: 7 }, plainLetter(0));
    expect(plain.letters).toEqual([]);
  });
});

describe('colours to take', () => {
  it('are those of a document once each, the commonest first, then others', () => {
    const layers = [
      words('a', { fill: RED }),
      words('b', { fill: BLUE }),
      words('c', { fill: RED }),
    ];
    const colour = (fill: typeof RED) => (fill as { colour: string }).colour;
    expect(coloursToTake({ layers }).slice(0, 2)).toEqual([colour(RED), colour(BLUE)]);
    const others = coloursToTake({ layers: [] });
    expect(others.length).toBeGreaterThan(3);
    expect(coloursToTake({ layers: [words('a', { fill: solid(others[1]) })] })[0]).toBe(others[1]);
  });
});

describe('letters', () => {
  it('are what can be chosen: no blanks, accents and all', () => {
    expect(lettersOf('Ça va\n👩‍🌾!')).toEqual(['Ç', 'a', 'v', 'a', '👩‍🌾', '!']);
  });

  it('have a look of their own until it changes nothing any more', () => {
    const layer = setLetters(words('FEN'), { from: 1, to: 2 }, { rotation: 20 });
    expect(layer.letters).toEqual([{ ...plainLetter(1), rotation: 20 }]);
    expect(setLetters(layer, { from: 1, to: 2 }, { rotation: 0 }).letters).toEqual([]);
  });

  it('that are added take the last one’s look and moves, each a little later', () => {
    const longer = retype(spelled(), 'FENN', ids());
    expect(longer.letters.find((letter) => letter.index === 3)).toMatchObject({
      fill: BLUE,
      scale: 1.5,
    });
    const first = retype(
      setLetters(words('F', { moves: spelled().moves }), { from: 0, to: 1 }, { fill: RED }),
      'FEN',
      ids(),
    );
    expect(first.letters.map((letter) => letter.fill)).toEqual([RED, RED, RED]);
    expect(
      first.moves
        .filter((entry) => entry.letter !== null)
        .map((entry) => [entry.letter, entry.cue]),
    ).toEqual([
      [0, at(10)],
      [1, at(13)],
      [2, at(16)],
    ]);
  });

  it('keep their own when others come before them or go', () => {
    const grown = retype(spelled(), 'OFEN', ids());
    expect(grown.letters.map((letter) => [letter.index, letter.fill])).toEqual([
      [1, RED],
      [3, BLUE],
    ]);
    expect(grown.moves.find((entry) => entry.id === 'f-in')?.letter).toBe(1);
    const shrunk = retype(spelled(), 'EN', ids());
    expect(shrunk.letters.map((letter) => [letter.index, letter.fill])).toEqual([[1, BLUE]]);
    expect(shrunk.moves.map((entry) => entry.id)).toEqual(['all']);
  });

  it('never point beyond the words, whatever is typed', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ maxLength: 8 }), { maxLength: 6 }), (texts) => {
        const newId = ids();
        const layer = texts.reduce((next, text) => retype(next, text, newId), spelled());
        const count = lettersOf(layer.text).length;
        const indices = layer.letters.map((letter) => letter.index);
        expect(new Set(indices).size).toBe(indices.length);
        expect([...indices].sort((a, b) => a - b)).toEqual(indices);
        for (const index of indices) expect(index).toBeLessThan(count);
        for (const { letter } of layer.moves) expect(letter ?? -1).toBeLessThan(count);
      }),
    );
  });
});

describe('style', () => {
  const styled = words('Wind', {
    font: 'caveat',
    size: 40,
    fill: RED,
    shadow: { colour: '#000000', opacity: 1, dx: 1, dy: 2, blur: 3 },
  });

  it('goes from words to words, without what they say and where they are', () => {
    const other = words('Gust', { id: 'other', place: { ...styled.place, x: 5 } });
    expect(withParts(other, styleOf(styled))).toEqual({
      ...other,
      font: 'caveat',
      size: 40,
      fill: RED,
      shadow: styled.shadow,
    });
  });

  it('goes to a shape as far as a shape has such parts', () => {
    const given = withParts(band(), styleOf(styled));
    expect(given).toEqual({ ...band(), fill: RED, shadow: styled.shadow });
  });

  it('of the topmost words is what new words begin with', () => {
    const document = overlay({ layers: [words('First'), { ...styled, id: 'last' }, band()] });
    expect(inLastStyle(document, createWords('new', document, 'New'))).toMatchObject({
      text: 'New',
      font: 'caveat',
      fill: RED,
    });
  });
});
