import { spawn, type ChildProcess } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { openDemoKit } from '../support/app';

const PORT = 8123;

async function startServer(): Promise<ChildProcess> {
  const env = { ...process.env, PORT: String(PORT) };
  const child = spawn('node', ['--import', 'tsx', 'server/main.ts'], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve) => child.stdout!.once('data', resolve));
  return child;
}

test('a server that stops in mid-export is told of, the work is kept, and trying again works', async ({
  page,
}) => {
  let server = await startServer();
  try {
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.getByRole('button', { name: 'Open the demo kit' }).click();
    await page.getByRole('link', { name: 'Open Gust call-out' }).click();
    await page.getByRole('link', { name: 'Send' }).click();
    await page.getByRole('radio', { name: 'ProRes 4444 .mov' }).click();
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(page.getByRole('progressbar')).toContainText(/[1-9]\d* of 120/);
    server.kill('SIGKILL');
    await expect(page.getByRole('alert')).toContainText('The encode server went away');
    await expect(page.getByRole('alert')).toContainText('Your work is kept');

    server = await startServer();
    const downloaded = page.waitForEvent('download', { timeout: 180_000 });
    await page.getByRole('button', { name: 'Send', exact: true }).click();
    expect((await downloaded).suggestedFilename()).toBe('gust-call-out.mov');
    await expect(page.getByRole('status')).toContainText('120 of 120 frames');
  } finally {
    server.kill('SIGKILL');
  }
});

test('without the server the other formats work and ProRes says what it needs', async ({
  page,
  context,
}) => {
  await openDemoKit(page);
  await context.route('**/api/**', (route) => route.abort());
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  await expect(page.getByRole('radio', { name: 'ProRes 4444 .mov' })).toContainText(
    'Needs the encode server',
  );
  await expect(page.getByRole('radio', { name: 'VP9 .webm' })).toBeChecked();
});
