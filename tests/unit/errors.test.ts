import { MoonError, plainWords } from '@/core/errors';

test('what the app foresaw is told in its own words', () => {
  expect(plainWords(new MoonError('stopped', 'Stopped. Nothing was changed.'))).toBe(
    'Stopped. Nothing was changed.',
  );
});

test.each([
  new TypeError("undefined is not an object (evaluating 'navigator.storage.getDirectory')"),
  new DOMException('Unknown op: 13', 'EncodingError'),
  'a thrown text',
])('no engine’s or library’s own words are shown: %s', (thrown) => {
  const words = plainWords(thrown);
  expect(words).not.toMatch(/undefined|Unknown op|thrown/);
  expect(words).toMatch(/Your kit is kept/);
});
