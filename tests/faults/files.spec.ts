import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { deflateSync } from 'node:zlib';
import { bringIn, openDemoKit, openKitFile } from '../support/app';
import { demoMedia, ffmpeg, testFile } from '../support/media';

const footage = /^Footage 10$/;

/** A PNG that claims to be 20,000 pixels wide and high, and is made in no time. */
function hugePng(): Buffer {
  const crcTable = Array.from({ length: 256 }, (_, n) => {
    let c = n;
    for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
    return c >>> 0;
  });
  const crc = (bytes: Buffer) =>
    (bytes.reduce((c, byte) => crcTable[(c ^ byte) & 255] ^ (c >>> 8), 0xffffffff) ^ 0xffffffff) >>>
    0;
  const chunk = (type: string, body: Buffer) => {
    const head = Buffer.alloc(4);
    head.writeUInt32BE(body.length);
    const named = Buffer.concat([Buffer.from(type), body]);
    const tail = Buffer.alloc(4);
    tail.writeUInt32BE(crc(named));
    return Buffer.concat([head, named, tail]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(20_000, 0);
  header.writeUInt32BE(20_000, 4);
  header.set([1, 0, 0, 0, 0], 8);
  const rows = deflateSync(Buffer.alloc(20_000 * 2501));
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    chunk('IDAT', rows),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

function badFiles(): readonly (readonly [string, RegExp])[] {
  writeFileSync(testFile('notes.mp4'), 'only some notes, no film at all');
  writeFileSync(testFile('nothing.png'), '');
  writeFileSync(testFile('wall.png'), hugePng());
  writeFileSync(
    testFile('scripted.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
  );
  writeFileSync(
    testFile('linked.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg"><image href="https://example.org/a.png"/></svg>',
  );
  const whole = readFileSync(demoMedia('hillside'));
  writeFileSync(testFile('cut.webm'), whole.subarray(0, whole.length / 2));
  ffmpeg(
    '-i',
    demoMedia('hillside'),
    '-t',
    '4',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-movflags',
    '+faststart',
    testFile('whole.mp4'),
  );
  const film = readFileSync(testFile('whole.mp4'));
  writeFileSync(testFile('cut.mp4'), film.subarray(0, film.length * 0.6));
  ffmpeg(
    '-i',
    demoMedia('hillside'),
    '-t',
    '1',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    testFile('late.mp4'),
  );
  const late = readFileSync(testFile('late.mp4'));
  writeFileSync(testFile('headless.mp4'), late.subarray(0, late.length * 0.6));
  const picture = readFileSync('docs/screenshots/kit.png');
  writeFileSync(testFile('torn.png'), picture.subarray(0, 40));
  return [
    ['notes.mp4', /“notes.mp4” is not a video, picture, sound, font or table/],
    ['nothing.png', /“nothing.png” is empty/],
    ['wall.png', /“wall.png” is 20000 × 20000 pixels/],
    ['scripted.svg', /“scripted.svg” was not brought in: it contains a <script>/],
    ['linked.svg', /“linked.svg” was not brought in: it links to something outside/],
    ['cut.webm', /“cut.webm” was not brought in: it is .*cut off/],
    ['cut.mp4', /“cut.mp4” was not brought in: it is .*cut off/],
    ['headless.mp4', /“headless.mp4” was not brought in: it is .*cut off/],
    ['torn.png', /“torn.png” was not brought in: it is damaged or cut off/],
  ];
}

test('bad files are refused in plain words, one by one, and nothing is half brought in', async ({
  page,
}) => {
  await openDemoKit(page);
  for (const [file, message] of badFiles()) {
    await bringIn(page, testFile(file));
    await expect(page.getByText(message), file).toBeVisible();
    await expect(page.getByRole('tab', { name: footage }), file).toBeVisible();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
  }
  await page.reload();
  await expect(page.getByRole('tab', { name: footage })).toBeVisible();
});

test('a good file among bad ones still comes in @long', async ({ page }) => {
  badFiles();
  await openDemoKit(page);
  await bringIn(page, [testFile('notes.mp4'), testFile('whole.mp4'), testFile('nothing.png')]);
  await expect(page.getByRole('link', { name: 'Open whole' })).toBeVisible();
});

const kitJson = (kit: object) => ({
  'kit.json': strToU8(JSON.stringify({ format: 'moon-patch-kit', version: 1, kit })),
});

const demo = JSON.parse(readFileSync('demo/kit/kit.json', 'utf8')) as {
  kit: { overlays: readonly { readonly name: string }[] };
};

test('a bad kit file is refused and the kit stays as it was', async ({ page }) => {
  const files: readonly (readonly [string, Uint8Array, RegExp])[] = [
    [
      'climbing.moonpatch',
      zipSync({ ...kitJson(demo.kit), '../../outside.txt': strToU8('x') }),
      /not a kit file/,
    ],
    ['other.moonpatch', zipSync({ 'kit.json': strToU8('{"format":"other"}') }), /not a Moon Patch/],
    ['text.moonpatch', strToU8('not a kit'), /not a kit file/],
  ];
  await openDemoKit(page);
  for (const [name, bytes, message] of files) {
    writeFileSync(testFile(name), bytes);
    await openKitFile(page, testFile(name));
    await expect(page.getByText(message), name).toBeVisible();
    await expect(page.getByRole('link', { name: 'Open Wind card' }), name).toBeVisible();
    await page.getByRole('button', { name: 'Close', exact: true }).click();
  }
});

test('a kit file opens with all that is right in it; the rest is told, kept aside, and the kit before can be had back', async ({
  page,
}) => {
  const [first, ...others] = demo.kit.overlays;
  const kit = { ...demo.kit, name: 'Torn kit', overlays: [{ ...first, width: 'wide' }, ...others] };
  writeFileSync(testFile('torn.moonpatch'), zipSync(kitJson(kit)));
  await openDemoKit(page);
  await openKitFile(page, testFile('torn.moonpatch'));
  await expect(page.getByText(`“${first.name}” could not be read and was left out`)).toBeVisible();
  await expect(page.getByText(/The file of “.+” is missing from the kit file/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Torn kit' })).toBeVisible();
  await expect(page.getByRole('link', { name: `Open ${first.name}` })).toHaveCount(0);
  await page.goto('/settings');
  const save = page.getByRole('button', { name: `Save Part of “${first.name}” as a file` });
  const downloaded = page.waitForEvent('download');
  await save.click();
  const part = readFileSync(await (await downloaded).path(), 'utf8');
  expect(JSON.parse(part)).toMatchObject({ value: { name: first.name, width: 'wide' } });
  await page.getByRole('button', { name: 'Bring back' }).first().click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Fennel Hill Kites' })).toBeVisible();
  await expect(page.getByRole('link', { name: `Open ${first.name}` })).toBeVisible();
});
