// Makes the pictures in docs/screenshots anew, or those that are named, from the demo kit. The app
// has to be running.
import { chromium, type Page } from '@playwright/test';

const BASE = process.env.BASE ?? 'http://127.0.0.1:8090';
const FOLDER = 'docs/screenshots';
const PHONE = { width: 390, height: 844 };
const WIDE = { width: 1280, height: 800 };

/** Long enough for the stage and the thumbnails to be drawn. */
const settle = (page: Page) => page.waitForTimeout(2500);

async function scrub(page: Page, share: number): Promise<void> {
  const box = (await page.getByRole('slider', { name: 'Playhead' }).boundingBox())!;
  await page.mouse.click(box.x + 22 + (box.width - 44) * share, box.y + 10);
}

const open = (page: Page, name: string) => page.getByRole('link', { name: `Open ${name}` }).click();
const section = (page: Page, name: string) => page.getByRole('tab', { name, exact: true }).click();

async function begin(page: Page, starter: string): Promise<void> {
  await page.getByRole('button', { name: 'New overlay', exact: true }).click();
  await page.getByRole('button', { name: `Begin with ${starter}` }).click();
  await page.getByRole('heading', { name: 'This overlay' }).waitFor();
}

const shelf = (page: Page, name: RegExp) => page.getByRole('tab', { name }).click();

const SCENES: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  kit: async () => undefined,
  make: async (page) => {
    await open(page, 'Wind card');
    await page.getByRole('button', { name: 'Choose Southwest, rising' }).click();
    await page.getByRole('tab', { name: 'Moves' }).click();
    await scrub(page, 0.28);
  },
  new: async (page) => {
    await page.getByRole('button', { name: 'New overlay', exact: true }).click();
    await page.getByRole('img', { name: 'Picture of Watermark' }).waitFor();
  },
  'make-add': async (page) => {
    await begin(page, 'Lower third');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
  },
  'make-words': async (page) => {
    await begin(page, 'Lower third');
    await page.getByRole('button', { name: 'Choose Fennel Hill Kites' }).click();
  },
  'make-look': async (page) => {
    await begin(page, 'Letter window');
    await page.getByRole('button', { name: 'Choose WIND' }).click();
    await section(page, 'Look');
  },
  'make-moves': async (page) => {
    await begin(page, 'Badge');
    await page
      .getByRole('button', { name: /^Choose / })
      .last()
      .click();
    await section(page, 'Moves');
    await page
      .getByRole('group', { name: 'Add a move: Stay' })
      .getByRole('button', { name: 'Sway' })
      .click();
  },
  'make-path': async (page) => {
    await begin(page, 'Dropped picture');
    await page.getByRole('button', { name: 'Choose Kite mark' }).click();
    await section(page, 'Moves');
    await page
      .getByRole('group', { name: 'Add a move: Arrive' })
      .getByRole('button', { name: 'Follow a path' })
      .click();
    await page.getByRole('button', { name: 'Add it' }).click();
  },
  'make-cues': async (page) => {
    await begin(page, 'Lower third');
    await page.getByRole('button', { name: 'Choose Fennel Hill Kites' }).click();
    await section(page, 'Moves');
    await page
      .getByRole('button', { name: /, arrive$/ })
      .first()
      .click();
    await page.getByText('Starts', { exact: true }).first().scrollIntoViewIfNeeded();
    await page.mouse.move(1100, 600);
    await page.mouse.wheel(0, 400);
  },
  'make-table': async (page) => {
    await begin(page, 'Lower third');
    await page.getByRole('button', { name: 'Many from a table' }).click();
    await page
      .getByRole('textbox', { name: 'Table' })
      .fill('name,what\nMarten Vale,cuts the sails\nWren Alder,ties the lines\nJuniper Moss,');
  },
  draw: async (page) => {
    await open(page, 'Gust, by hand');
    await page.getByRole('button', { name: 'Choose Gust' }).click();
    await page.getByRole('button', { name: 'Draw on it' }).click();
    await page.getByRole('tab', { name: 'Pace' }).click();
  },
  'draw-frames': async (page) => {
    await open(page, 'Gust, by hand');
    await page.getByRole('button', { name: 'Choose Gust' }).click();
    await page.getByRole('button', { name: 'Draw on it' }).click();
    await page.getByRole('tab', { name: 'Frames' }).click();
    await page.getByRole('button', { name: 'Make frames of the boil' }).click();
    await page.getByRole('radio', { name: 'Frame 2' }).click();
  },
  check: async (page) => {
    await open(page, 'Letters land');
    await page.getByRole('link', { name: 'Check' }).click();
    await page.getByRole('heading', { name: /would go wrong/ }).waitFor();
  },
  send: async (page) => {
    await open(page, 'Gust call-out');
    await page.getByRole('link', { name: 'Send' }).click();
    await page.getByRole('radio', { name: 'Reads clear video' }).click();
    // All formats have been tried.
    await page.getByText('trying it').first().waitFor();
    await page.getByText('trying it').first().waitFor({ state: 'detached', timeout: 120_000 });
  },
  land: async (page) => {
    await shelf(page, /^Landings/);
    await open(page, 'Line over the meadow');
    await scrub(page, 0.5);
    await page.getByRole('button', { name: 'Choose Hand line recording' }).click();
    await section(page, 'Key');
    await page.getByRole('button', { name: 'Before/after' }).click();
  },
  footage: async (page) => {
    await shelf(page, /^Footage/);
    await open(page, 'Hillside, morning');
    const frames = page.getByRole('img', { name: 'A frame of Hillside, morning' });
    await frames.last().waitFor({ timeout: 60_000 });
  },
};

/** Told in wide pictures, for they show all parts at once. */
const ONLY_WIDE = ['make-cues'];

const SHOTS = [
  ...Object.keys(SCENES)
    .filter((scene) => !ONLY_WIDE.includes(scene))
    .map((scene) => ({ scene, file: scene, viewport: PHONE })),
  ...ONLY_WIDE.map((scene) => ({ scene, file: scene, viewport: WIDE })),
  ...['make', 'check', 'land'].map((scene) => ({ scene, file: `${scene}-wide`, viewport: WIDE })),
];

async function main(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
  });
  const named = process.argv.slice(2);
  for (const { scene, file, viewport } of SHOTS) {
    if (named.length > 0 && !named.includes(file)) continue;
    const context = await browser.newContext({ viewport, serviceWorkers: 'block' });
    const page = await context.newPage();
    await page.goto(`${BASE}/?kit=demo`);
    await page.getByRole('link', { name: 'Open Wind card' }).waitFor();
    await SCENES[scene](page);
    await settle(page);
    await page.screenshot({ path: `${FOLDER}/${file}.png` });
    await context.close();
  }
  await browser.close();
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
