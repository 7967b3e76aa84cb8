import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Refusal } from './refusal';

const PREFIX = 'moon-patch-work-';

/** A folder for one piece of work, named after this process. @throws Refusal 507 where none can be made */
export function makeWorkFolder(): string {
  try {
    return mkdtempSync(join(tmpdir(), `${PREFIX}${process.pid}-`));
  } catch {
    throw noRoom();
  }
}

/** Works in a folder that is there until it is done. @throws Refusal 507 where none can be made */
export async function inWorkFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = makeWorkFolder();
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

export const noRoom = (): Refusal =>
  new Refusal(507, 'The server has no room to work in. Free some disk space on it.');

/** Removes what processes left that are no more. */
export function sweepWorkFolders(): void {
  for (const name of readdirSync(tmpdir())) {
    const pid = new RegExp(`^${PREFIX}(\\d+)-`).exec(name)?.[1];
    if (pid === undefined || isAlive(Number(pid))) continue;
    rmSync(join(tmpdir(), name), { recursive: true, force: true });
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // It is there where it may not be asked.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
