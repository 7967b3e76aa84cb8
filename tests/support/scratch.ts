import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A new folder for files of tests, which goes with them. @param name what it is for */
export function scratchFolder(name: string): string {
  const folder = mkdtempSync(join(tmpdir(), `moon-patch-${name}-`));
  const drop = () => rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
  // Jest's tests never see their process exit.
  if (typeof afterAll === 'function') afterAll(drop);
  else process.once('exit', drop);
  return folder;
}
