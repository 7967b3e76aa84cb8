import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { killVisit, dropProfile, newProfile, visit, type Visit } from './browser';
import {
  killEditing,
  killImporting,
  killOpening,
  killReplacing,
  killSending,
  kitIsThere,
  openDemo,
} from './kills';
import { bringInMutants, mutant, validFiles } from './mutants';
import { seeded, type Random } from './random';
import { hostileRequest } from './requests';
import { closeFull, editEmptied, editFull, smallDisk, takeOver } from './storage';

const PORT = 8096;
const BASE = `http://127.0.0.1:${PORT}`;
/** Damaged files of each format that are brought in together. */
const MUTANTS_EACH = 4;
const REQUESTS_AT_ONCE = 25;
const REQUEST_BATCHES = 8;

const { values } = parseArgs({
  options: { minutes: { type: 'string', default: '10' }, seed: { type: 'string', default: '1' } },
});
const end = performance.now() + Number(values.minutes) * 60_000;

/** Where the server makes its folders, to be looked at in the end. */
const folder = mkdtempSync(join(tmpdir(), 'moon-patch-faults-'));

interface Row {
  tried: number;
  readonly wrong: string[];
}
const table = new Map<string, Row>();

/** Does one fault, or a batch of them, in a browser with some profile, and notes what came of it. */
async function note(
  name: string,
  profile: string,
  act: () => Promise<readonly string[]>,
  count = 1,
): Promise<void> {
  const row = table.get(name) ?? { tried: 0, wrong: [] };
  table.set(name, row);
  try {
    row.wrong.push(...(await act()));
  } catch (error) {
    row.wrong.push(`it ended in ${(error as Error).message.split('\n')[0]}`);
    await killVisit(profile);
  }
  row.tried += count;
}

async function startServer(): Promise<ChildProcess> {
  const env = { ...process.env, PORT: `${PORT}`, TMPDIR: folder };
  const child = spawn('node', ['--import', 'tsx', 'server/main.ts'], { env });
  await new Promise((resolve, reject) => {
    child.stdout.once('data', resolve);
    child.once('exit', () => reject(new Error(`No server could be started on port ${PORT}.`)));
  });
  return child;
}

const KILLS = {
  'killed while editing': killEditing,
  'killed while importing': killImporting,
  'killed while replacing': killReplacing,
  'killed while sending': killSending,
} as const;

async function killRound(random: Random): Promise<void> {
  const profile = newProfile();
  await note('killed at the first opening', profile, () => killOpening(profile, BASE, random));
  for (const [name, kill] of Object.entries(KILLS)) {
    for (let i = 0; i < 2; i++) await note(name, profile, () => kill(profile, BASE, random));
  }
  dropProfile(profile);
}

async function storageRound(random: Random): Promise<void> {
  const profile = newProfile();
  const disk = smallDisk(profile);
  const first = await visit(profile, BASE);
  await openDemo(first.page);
  await first.close();
  /** A fault that needs the kit, which has to be there still, and takes it along where it ends early. */
  const withKit = (name: string, act: (open: Visit) => Promise<readonly string[]>) =>
    note(name, profile, async () => {
      const open = await visit(profile, BASE);
      await kitIsThere(open.page);
      const wrong = await act(open);
      await open.close();
      return wrong;
    });
  for (let i = 0; i < 3; i++) {
    await withKit('writes fail while editing', (open) => editFull(open, BASE, random));
    if (!disk) continue;
    await withKit('disk full while editing', (open) => editFull(open, BASE, random, profile));
    await note('closed while the disk is full', profile, () => closeFull(profile, BASE, random));
  }
  for (const what of ['documents', 'everything'] as const) {
    await withKit(`${what} emptied while editing`, (open) => editEmptied(open, BASE, random, what));
  }
  for (let i = 0; i < 2; i++) {
    await note('tabs taking over', profile, () => takeOver(profile, BASE, random));
  }
  disk?.drop();
  dropProfile(profile);
}

async function mutantRound(random: Random): Promise<void> {
  const profile = newProfile();
  const { page, close } = await visit(profile, BASE);
  await page.getByRole('button', { name: 'Start with an empty kit' }).click();
  const files = [...validFiles()].flatMap(([format, bytes]) =>
    Array.from({ length: MUTANTS_EACH }, () => {
      const name = `${format}-${Math.floor(random() * 1e6)}.${format}`;
      return [name, mutant(bytes, random)] as const;
    }),
  );
  const bring = async () => (await bringInMutants(page, files)).problems;
  await note('damaged files', profile, bring, files.length);
  await close();
  dropProfile(profile);
}

async function requestRound(random: Random): Promise<void> {
  for (let i = 0; i < REQUEST_BATCHES; i++) {
    const ask = () =>
      Promise.all(Array.from({ length: REQUESTS_AT_ONCE }, () => hostileRequest(BASE, random)));
    await note('hostile requests', '', async () => (await ask()).flat(), REQUESTS_AT_ONCE);
  }
}

async function main(): Promise<void> {
  const server = await startServer();
  // Two at a time: what is done to one browser must not reach the other.
  const seed = Number(values.seed);
  await Promise.all([
    repeated([killRound], seeded(seed)),
    repeated([storageRound, mutantRound, requestRound], seeded(seed + 1)),
  ]);
  await note('files left by the server', '', async () => {
    server.kill('SIGTERM');
    await new Promise((resolve) => server.once('exit', resolve));
    return readdirSync(folder).filter((name) => name.startsWith('moon-patch'));
  });
  print();
  process.exit([...table.values()].some(({ wrong }) => wrong.length > 0) ? 1 : 0);
}

/** Does rounds in turn until the time is over. */
async function repeated(
  rounds: readonly ((random: Random) => Promise<void>)[],
  random: Random,
): Promise<void> {
  for (let i = 0; performance.now() < end; i++) await rounds[i % rounds.length](random);
}

function print(): void {
  for (const [name, { tried, wrong }] of table) {
    console.log(
      `${name.padEnd(32)}${String(tried).padStart(6)} tried${String(wrong.length).padStart(6)} wrong`,
    );
    for (const [text, count] of counted(wrong)) console.log(`    ${count} × ${text}`);
  }
}

function counted(texts: readonly string[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1);
  return counts;
}

void main();
