import { expect, test } from '@playwright/test';
import type { FormatId } from '@/core/formats';
import { visit } from './visit';
import { walk } from './walk';

/** Chromium walks the same ways in all other tests. */
const WALKS: readonly (readonly ['Firefox' | 'WebKit', readonly FormatId[], string])[] = [
  ['Firefox', ['h264'], ''],
  ['WebKit', ['h264'], ''],
  ['Firefox', ['prores4444', 'webp'], ' @long'],
  ['WebKit', ['prores4444', 'webp'], ' @long'],
];

for (const [engine, formats, tag] of WALKS) {
  test(`${engine} opens, makes, checks, sends ${formats.join(' and ')}, lands and keeps${tag}`, async ({
    baseURL,
  }) => {
    test.setTimeout(480_000);
    const opened = await visit(engine, baseURL!);
    try {
      const steps = await walk(opened, formats);
      const refused = steps.filter(({ works }) => !works);
      // WebKit has no WebP encoder, and has to say so before it is tried.
      const expected =
        engine === 'WebKit' && formats.includes('webp')
          ? [/^This browser cannot make WebP pictures\. Use another browser/]
          : [];
      expect(refused.map(({ what, seen }) => `${what}: ${seen}`)).toHaveLength(expected.length);
      expected.forEach((words, i) => expect(refused[i].seen).toMatch(words));
    } finally {
      await opened.close();
    }
  });
}
