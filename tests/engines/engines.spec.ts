import { expect, test } from '@playwright/test';
import { visit } from './visit';
import { walk } from './walk';

/** Chromium walks the same ways in all other tests. */
for (const engine of ['Firefox', 'WebKit'] as const) {
  test(`${engine} opens, makes, checks, sends, lands and keeps`, async ({ baseURL }) => {
    test.setTimeout(480_000);
    const opened = await visit(engine, baseURL!);
    try {
      const steps = await walk(opened, ['prores4444', 'h264', 'webp']);
      const refused = steps.filter(({ works }) => !works);
      // WebKit has no WebP encoder, and has to say so before it is tried.
      const expected =
        engine === 'WebKit'
          ? [/^This browser cannot make WebP pictures\. Use another browser/]
          : [];
      expect(refused.map(({ what, seen }) => `${what}: ${seen}`)).toHaveLength(expected.length);
      expected.forEach((words, i) => expect(refused[i].seen).toMatch(words));
    } finally {
      await opened.close();
    }
  });
}
