import { spawn, type ChildProcess } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { backToKit, bringIn, openDemoKit, send } from '../support/app';
import { ffmpeg, probe, testFile } from '../support/media';

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

/** Copies that the server makes just now. */
async function copying(): Promise<number> {
  const answer = await fetch(`http://127.0.0.1:${PORT}/api/health`);
  return ((await answer.json()) as { queue: { running: number } }).queue.running;
}

test('a server that stops while it copies a file is told of, and trying again works', async ({
  page,
}) => {
  const source = 'testsrc2=s=960x540:r=30:d=15';
  ffmpeg('-f', 'lavfi', '-i', source, '-c:v', 'mpeg4', '-q:v', '20', testFile('long.avi'));
  let server = await startServer();
  try {
    await page.goto(`http://127.0.0.1:${PORT}/`);
    await page.getByRole('button', { name: 'Start with an empty kit' }).click();
    await bringIn(page, testFile('long.avi'));
    await page.getByRole('button', { name: 'Make a copy' }).click();
    await expect.poll(copying).toBe(1);
    server.kill('SIGKILL');
    await expect(page.getByText('The server went away before the copy was done')).toBeVisible();
    server = await startServer();
    await page.getByRole('button', { name: 'Make a copy' }).click();
    await expect(page.getByRole('link', { name: 'Open long' })).toBeVisible({ timeout: 180_000 });
  } finally {
    server.kill('SIGKILL');
  }
});

const BT709 = { color_space: 'bt709', color_primaries: 'bt709', color_transfer: 'bt709' };

test('without the server clear video and a landing’s film are sent as ever @long', async ({
  page,
  context,
}) => {
  await openDemoKit(page);
  await context.route('**/api/**', (route) => route.abort());
  await page.getByRole('link', { name: 'Open Wind card' }).click();
  await page.getByRole('link', { name: 'Send' }).click();
  const clear = probe(await send(page, 'ProRes 4444 .mov'));
  expect(clear).toMatchObject({ codec_name: 'prores', pix_fmt: 'yuva444p12le', ...BT709 });
  await backToKit(page);
  await page.getByRole('tab', { name: /^Landings/ }).click();
  await page
    .getByRole('link', { name: /^Open / })
    .first()
    .click();
  await page.getByRole('link', { name: 'Send' }).click();
  const film = probe(await send(page, 'ProRes 422 HQ .mov'));
  expect(film).toMatchObject({ codec_name: 'prores', pix_fmt: 'yuv422p10le', ...BT709 });
});
