import { formatById, FORMATS, formatsFor, goodFor, sentSize, wouldLose } from '@/core/formats';
import { fileName } from '@/core/sending/fileName';
import { createLanding } from '@/core/document';
import { overlay, video } from '../fixtures';

const h264 = formatById('h264')!;
const vp9 = formatById('vp9')!;
const key = overlay({ backdrop: { kind: 'key', colour: '#00d040' } });

describe('formats', () => {
  it('warn before the transparency is lost', () => {
    expect(wouldLose(overlay(), h264)).toMatch(/turns black/);
    expect(wouldLose(overlay(), vp9)).toBeNull();
    expect(wouldLose(key, h264)).toBeNull();
    expect(wouldLose(key, vp9)).toMatch(/key colour/);
  });

  it('offer those that keep everything first', () => {
    expect(
      formatsFor(overlay())
        .slice(-2)
        .map(({ id }) => id),
    ).toEqual(['h264', 'prores422']);
    expect(formatsFor(key)[0].id).toBe('h264');
    expect(formatsFor(overlay())).toEqual(
      expect.arrayContaining(FORMATS.filter(({ medium }) => medium !== 'timeline')),
    );
  });

  it('of a landing are those of a finished clip, and speak of it as one', () => {
    const landing = createLanding({ id: 'landing', created: 0 }, 'Landing', video());
    expect(formatsFor(landing).map(({ id }) => id)).toEqual([
      'h264',
      'vp9',
      'prores422',
      'png',
      'otio',
    ]);
    expect(
      formatsFor(landing)
        .map((format) => goodFor(landing, format))
        .join(' '),
    ).not.toMatch(/key colour|soft edges/i);
    expect(goodFor(overlay(), h264)).toMatch(/key colour/);
  });

  it('make sizes even where the codec asks for it', () => {
    expect(sentSize({ width: 401, height: 299 }, h264, 1)).toEqual({ width: 402, height: 300 });
    expect(sentSize({ width: 401, height: 299 }, formatById('png')!, 2)).toEqual({
      width: 802,
      height: 598,
    });
  });
});

describe('file names', () => {
  it.each([
    ['Wind card', 'wind-card.mov'],
    ['Déjà vu! / №2', 'deja-vu-no2.mov'],
    ['../../etc', 'etc.mov'],
    ['风筝', 'untitled.mov'],
  ])('%s becomes %s', (name, file) => {
    expect(fileName(name, 'mov')).toBe(file);
  });
});
