import { expect, type CDPSession, type Page } from '@playwright/test';
import { add } from './make';
import { pngPixels, type Pixels } from './media';

/** Points of the drawing canvas, in shares of the whole surface. */
export type Way = readonly (readonly [x: number, y: number])[];

export const surface = (page: Page) => page.getByRole('application', { name: 'Drawing canvas' });

/** Adds a drawing to the open overlay, which opens the Draw screen. */
export async function beginDrawing(page: Page): Promise<void> {
  await add(page, 'Drawing');
  await expect(surface(page)).toBeVisible();
}

async function onSurface(
  page: Page,
): Promise<(at: readonly [number, number]) => { x: number; y: number }> {
  const box = (await surface(page).boundingBox())!;
  return ([x, y]) => ({ x: box.x + box.width * x, y: box.y + box.height * y });
}

/** Draws with the mouse. */
export async function drawWithMouse(page: Page, way: Way): Promise<void> {
  const at = await onSurface(page);
  const start = at(way[0]);
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  for (const point of way.slice(1)) {
    const { x, y } = at(point);
    await page.mouse.move(x, y, { steps: 5 });
  }
  await page.mouse.up();
}

/** Draws with a pen that tells its pressure, as a tablet's events come in. */
export async function drawWithPen(page: Page, way: Way, pressure: number): Promise<void> {
  const at = await onSurface(page);
  const cdp = await page.context().newCDPSession(page);
  const send = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', point: Way[number]) =>
    cdp.send('Input.dispatchMouseEvent', {
      type,
      ...at(point),
      button: 'left',
      buttons: type === 'mouseReleased' ? 0 : 1,
      clickCount: 1,
      pointerType: 'pen',
      force: type === 'mouseReleased' ? 0 : pressure,
    });
  await send('mousePressed', way[0]);
  for (const point of stepped(way)) await send('mouseMoved', point);
  await send('mouseReleased', way[way.length - 1]);
  await cdp.detach();
}

/** Five steps from each point to the next one. */
const stepped = (way: Way): Way =>
  way.slice(1).flatMap(([x, y], i) =>
    Array.from({ length: 5 }, (_, k) => {
      const [fx, fy] = way[i];
      const t = (k + 1) / 5;
      return [fx + (x - fx) * t, fy + (y - fy) * t] as const;
    }),
  );

/** Moves fingers over the drawing canvas, one way each, all at the same time. */
export async function touch(page: Page, ways: readonly Way[]): Promise<void> {
  const at = await onSurface(page);
  const cdp = await page.context().newCDPSession(page);
  const all = ways.map(stepped);
  const points = (k: number) => all.map((way, id) => ({ ...at(k < 0 ? ways[id][0] : way[k]), id }));
  await startOneByOne(cdp, points(-1));
  for (let k = 0; k < all[0].length; k++) {
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: points(k) });
  }
  await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await cdp.detach();
}

/** Fingers never come down at the very same moment. */
async function startOneByOne(
  cdp: CDPSession,
  points: readonly { x: number; y: number; id: number }[],
): Promise<void> {
  for (let count = 1; count <= points.length; count++) {
    await cdp.send('Input.dispatchTouchEvent', {
      type: 'touchStart',
      touchPoints: points.slice(0, count),
    });
  }
}

/** Lets a recorded pen draw, and waits until all its strokes are there. */
export async function playPen(page: Page, session: RegExp, strokes: number): Promise<void> {
  await panel(page, 'Pen');
  const fold = page.getByRole('button', { name: 'No pen at hand?' });
  if ((await fold.getAttribute('aria-expanded')) === 'false') await fold.click();
  const before = await strokeCount(page);
  await panel(page, 'Pen');
  if ((await fold.getAttribute('aria-expanded')) === 'false') await fold.click();
  await page.getByRole('button', { name: session }).click();
  await panel(page, 'Pace');
  await expect(page.getByText(countLabel(before + strokes))).toBeVisible({ timeout: 30_000 });
}

const countLabel = (count: number) => new RegExp(`^${count} strokes?, which took`);

/** Strokes of the drawing that is drawn on, as the Pace panel says. */
export async function strokeCount(page: Page): Promise<number> {
  await panel(page, 'Pace');
  const said = await page
    .getByText(/^\d+ strokes?, which took|^Draw something first/)
    .textContent();
  return Number(/^\d+/.exec(said ?? '')?.[0] ?? 0);
}

export const panel = (page: Page, name: string) =>
  page.getByRole('tab', { name, exact: true }).click();

export const tool = (page: Page, name: string | RegExp) =>
  page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name }).click();

export const surfaceShot = async (page: Page): Promise<Pixels> =>
  pngPixels(await surface(page).screenshot());

/** Waits until a count of the surface's pixels is as it should be. */
export async function expectSurface(
  page: Page,
  count: (shot: Pixels) => number,
  is: (count: number) => boolean,
): Promise<void> {
  await expect.poll(async () => is(count(await surfaceShot(page)))).toBe(true);
}
