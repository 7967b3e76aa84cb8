import { expect, test } from '@playwright/test';
import { dropProfile, newProfile, visit, type Visit } from './browser';
import {
  killEditing,
  killImporting,
  killOpening,
  killReplacing,
  killSending,
  openDemo,
} from './kills';
import { seeded, type Random } from './random';
import { closeFull, editEmptied, editFull, smallDisk, takeOver } from './storage';

let profile: string;
test.beforeEach(() => {
  profile = newProfile();
});
test.afterEach(() => dropProfile(profile));

/** Faults of a browser that has the demo kit open, a few of each; `npm run faults` does many. */
async function withDemo(base: string, act: (open: Visit) => Promise<void>): Promise<void> {
  const open = await visit(profile, base);
  await openDemo(open.page);
  await act(open);
  await open.close();
}

const KILLS: readonly (readonly [
  string,
  (profile: string, base: string, random: Random) => Promise<readonly string[]>,
])[] = [
  ['words are typed', killEditing],
  ['files are brought in', killImporting],
  ['the kit is replaced', killReplacing],
  ['an overlay is sent', killSending],
];

async function expectKept(baseURL: string, kills: typeof KILLS): Promise<void> {
  await withDemo(baseURL, async () => undefined);
  const random = seeded(14);
  for (const [when, kill] of kills) {
    expect(await kill(profile, baseURL, random), when).toEqual([]);
  }
}

test('nothing is lost where the browser is killed while one edits', ({ baseURL }) =>
  expectKept(baseURL!, KILLS.slice(0, 1)));

test('nothing is lost where the browser is killed at other moments @long', ({ baseURL }) =>
  expectKept(baseURL!, [...KILLS.slice(1), KILLS[2]]));

test('a first opening that is killed is done, or as if it had not been', async ({ baseURL }) => {
  expect(await killOpening(profile, baseURL!, seeded(3))).toEqual([]);
});

test('where there is no room it is told, a kit file has everything, and saving goes on once there is', async ({
  baseURL,
}) => {
  await withDemo(baseURL!, async (open) => {
    expect(await editFull(open, baseURL!, seeded(7))).toEqual([]);
  });
});

/** Does faults of a disk that fills up, with the demo kit on it. */
async function onSmallDisk(act: () => Promise<void>): Promise<void> {
  const disk = smallDisk(profile);
  test.skip(disk === null, 'This machine lays no disk for a test.');
  try {
    await act();
  } finally {
    disk?.drop();
  }
}

test('a disk that fills up takes nothing that is there, and saving goes on once it has room @long', ({
  baseURL,
}) =>
  onSmallDisk(async () => {
    await withDemo(baseURL!, async (open) => {
      // With a kit file, which was written piece by piece: what is left of that is on the disk, too.
      expect(await editFull(open, baseURL!, seeded(8))).toEqual([]);
    });
    const again = await visit(profile, baseURL!);
    expect(await editFull(again, baseURL!, seeded(9), profile)).toEqual([]);
    await again.close();
  }));

test('what was saved before the disk was full is there after the browser was closed @long', ({
  baseURL,
}) =>
  onSmallDisk(async () => {
    await withDemo(baseURL!, async () => undefined);
    expect(await closeFull(profile, baseURL!, seeded(4))).toEqual([]);
  }));

test('where storage is emptied under an open page, every document is saved again', async ({
  baseURL,
}) => {
  await withDemo(baseURL!, async (open) => {
    expect(await editEmptied(open, baseURL!, seeded(5), 'everything')).toEqual([]);
  });
});

test('where documents are thrown away under an open page, media stay', async ({ baseURL }) => {
  await withDemo(baseURL!, async (open) => {
    expect(await editEmptied(open, baseURL!, seeded(6), 'documents')).toEqual([]);
  });
});

test('a tab that takes over goes on with what the other saved last @long', async ({ baseURL }) => {
  expect(await takeOver(profile, baseURL!, seeded(2))).toEqual([]);
  expect(await takeOver(profile, baseURL!, seeded(11))).toEqual([]);
});
