import { expect, type Page } from '@playwright/test';
import { setNumber, stagePoint } from './app';
import { pixelAt, pngPixels, type Rgba } from './media';

export type PhaseName = 'Arrive' | 'Stay' | 'Leave';

/** Starts an overlay with nothing in it, from the kit. */
export async function beginEmpty(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'New overlay', exact: true }).first().click();
  await page.getByRole('button', { name: 'Begin empty' }).click();
  await expect(page.getByRole('heading', { name: 'This overlay' })).toBeVisible();
}

/** Starts an overlay from a ready one, from the kit. */
export async function beginWith(page: Page, starter: string): Promise<void> {
  await page.getByRole('button', { name: 'New overlay', exact: true }).first().click();
  await page.getByRole('button', { name: `Begin with ${starter}` }).click();
  await expect(page.getByRole('heading', { name: 'This overlay' })).toBeVisible();
}

/** Adds a layer by the entries of the Add menu, one after the other. */
export async function add(page: Page, ...entries: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  for (const entry of entries) {
    await page.getByRole('menuitem', { name: entry, exact: true }).click();
  }
}

export const choose = (page: Page, layer: string) =>
  page.getByRole('button', { name: `Choose ${layer}`, exact: true }).click();

export const section = (page: Page, name: string) =>
  page.getByRole('tab', { name, exact: true }).click();

/** Opens one of the folded parts of a section. */
export const unfold = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^${name}`), expanded: false }).click();

/** Does something of the chosen layer's menu. */
export async function layerMenu(page: Page, ...entries: readonly string[]): Promise<void> {
  await page.getByRole('button', { name: 'Layer menu' }).click();
  for (const entry of entries) {
    await page.getByRole('menuitem', { name: entry, exact: true }).click();
  }
}

/** Tries a move on the stage, then adds it. */
export async function addMove(page: Page, phase: PhaseName, kind: string): Promise<void> {
  await page
    .getByRole('group', { name: `Add a move: ${phase}` })
    .getByRole('button', { name: kind, exact: true })
    .click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByRole('button', { name: `${kind}, ${phase.toLowerCase()}` })).toBeVisible();
}

/** Sets a colour field by its hexadecimal value. */
export async function setColour(page: Page, label: string, value: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${label}: `) }).click();
  const typed = page.getByRole('textbox', { name: 'Colour value' });
  await typed.fill(value);
  await page.getByRole('button', { name: 'Done', exact: true }).last().click();
  await expect(typed).toHaveCount(0);
}

/** Width and height in pixels: of the chosen shape, or of the overlay when nothing is chosen. */
export async function setSize(page: Page, width: number, height: number): Promise<void> {
  await setNumber(page, 'Width', width);
  await setNumber(page, 'Height', height);
}

/** Size in pixels and length in seconds of an overlay, while nothing in it is chosen. */
export async function setCanvas(
  page: Page,
  width: number,
  height: number,
  seconds: number,
): Promise<void> {
  await setSize(page, width, height);
  await setNumber(page, 'Length', seconds);
}

/** Sets the chosen words in another font. */
export async function setFont(page: Page, font: string): Promise<void> {
  await page.getByRole('button', { name: /^Font: / }).click();
  await page.getByRole('option', { name: font }).click();
}

/** Types what the chosen words say. */
export const say = (page: Page, text: string) =>
  page.getByRole('textbox', { name: 'Words' }).fill(text);

/** Waits until the stage shows the newest state of the document. */
export const stageDrawn = (page: Page) =>
  expect(page.getByRole('application', { name: 'Stage' }).locator('canvas')).toHaveAttribute(
    'aria-busy',
    'false',
  );

export async function stageShot(page: Page) {
  await stageDrawn(page);
  return pngPixels(await page.getByRole('application', { name: 'Stage' }).screenshot());
}

/** The colour on the stage at a point, in shares of its size. */
export async function colourAt(page: Page, x: number, y: number): Promise<Rgba> {
  const shot = await stageShot(page);
  return pixelAt(shot, shot.width * x, shot.height * y);
}

export async function clickOnStage(page: Page, x: number, y: number): Promise<void> {
  const point = await stagePoint(page, x, y);
  await page.mouse.click(point.x, point.y);
}

/** Drags a control by its name, by an offset in screen pixels. */
export async function dragControl(page: Page, name: string, dx: number, dy = 0): Promise<void> {
  const box = (await page.getByRole('button', { name, exact: true }).boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 6 });
  await page.mouse.up();
}
