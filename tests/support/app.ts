import { readFileSync } from 'node:fs';
import { expect, type Download, type FileChooser, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import type { Kit } from '@/core/document';
import { pngPixels, type Pixels } from './media';

/** Opens the app with the demo kit, as the first visit's choice. */
export async function openDemoKit(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Open the demo kit' }).click();
  await expect(page.getByRole('link', { name: 'Open Wind card' })).toBeVisible();
}

export async function openEmptyKit(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Start with an empty kit' }).click();
  await expect(page.getByText('No overlays yet.', { exact: false })).toBeVisible();
}

/** Chooses files in the dialog that some action opens. */
export async function chooseFiles(
  page: Page,
  act: () => Promise<void>,
  files: Parameters<FileChooser['setFiles']>[0],
) {
  const chooser = page.waitForEvent('filechooser');
  await act();
  await (await chooser).setFiles(files);
}

export async function bringIn(page: Page, files: Parameters<typeof chooseFiles>[2]): Promise<void> {
  await page.getByRole('tab', { name: /^Footage/ }).click();
  await chooseFiles(
    page,
    () => page.getByRole('button', { name: 'Bring in files' }).first().click(),
    files,
  );
}

/** Types a number into a field and leaves it. */
export async function setNumber(page: Page, name: string, value: number): Promise<void> {
  const field = page.getByRole('textbox', { name, exact: true });
  await field.fill(String(value));
  await field.press('Enter');
  await field.blur();
}

/** Moves the playhead to a share of the cue sheet's length. */
export async function scrubTo(page: Page, share: number): Promise<void> {
  const ruler = page.getByRole('slider', { name: 'Playhead' });
  const box = (await ruler.boundingBox())!;
  await page.mouse.click(box.x + 22 + (box.width - 44) * share, box.y + 10);
}

/** Where a point of the document, in shares of its size, is on the page. */
export async function stagePoint(
  page: Page,
  x: number,
  y: number,
): Promise<{ x: number; y: number }> {
  const box = (await page.getByRole('application', { name: 'Stage' }).boundingBox())!;
  return { x: box.x + box.width * x, y: box.y + box.height * y };
}

/** Drags from one point of the stage to another, in shares of its size. */
export async function dragOnStage(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  const start = await stagePoint(page, ...from);
  const end = await stagePoint(page, ...to);
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2, { steps: 4 });
  await page.mouse.move(end.x, end.y, { steps: 4 });
  await page.mouse.up();
}

/** Sends the open document in a format and gives back the downloaded file's path. */
export async function send(page: Page, format: string): Promise<string> {
  await page.getByRole('radio', { name: format }).click();
  const downloaded = page.waitForEvent('download', { timeout: 180_000 });
  await page.getByRole('button', { name: /^Send( again)?$/ }).click();
  const download: Download = await downloaded;
  await expect(page.getByRole('status')).toContainText('Read back');
  return download.path();
}

/** A frame of the open document as it is sent: the pixels of a PNG still. */
export async function sendFrame(page: Page, frame: number): Promise<Pixels> {
  await page.getByRole('radio', { name: 'PNG still .png' }).click();
  await setNumber(page, 'Frame', frame);
  return pngPixels(await send(page, 'PNG still .png'));
}

/** Goes to the kit, saves it as a file, and reads what is in it. */
export async function savedKit(page: Page): Promise<Kit> {
  await page.getByRole('button', { name: 'Kit menu' }).click();
  const downloaded = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save a kit file' }).click();
  const files = unzipSync(readFileSync(await (await downloaded).path()));
  return (JSON.parse(strFromU8(files['kit.json'])) as { kit: Kit }).kit;
}

export async function backToKit(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('tab', { name: /^Overlays/ })).toBeVisible();
}

/** Replaces the kit by a file's, through the kit menu. */
export async function openKitFile(
  page: Page,
  file: Parameters<typeof chooseFiles>[2],
): Promise<void> {
  await page.getByRole('button', { name: 'Kit menu' }).click();
  await chooseFiles(
    page,
    () => page.getByRole('menuitem', { name: 'Open a kit file' }).click(),
    file,
  );
  await page.getByRole('button', { name: 'Replace it' }).click();
}
