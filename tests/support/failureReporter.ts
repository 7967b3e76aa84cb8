import { readFileSync } from 'node:fs';
import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter';

/** Lines of a page that say enough about it. */
const LINES = 150;

/** Prints what the page showed when a test failed: a run elsewhere leaves nothing else to look at. */
export default class FailureReporter implements Reporter {
  onTestEnd(test: TestCase, { attachments }: TestResult): void {
    const context = attachments.find(({ name, path }) => name === 'error-context' && path);
    if (!context) return;
    const page = /```yaml\n([^]*?)\n```/.exec(readFileSync(context.path!, 'utf8'))?.[1];
    if (page === undefined) return;
    console.log(`What the page of “${test.title}” showed:`);
    console.log(page.split('\n').slice(0, LINES).join('\n'));
  }
}
