import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** All files at and below a path, in the order of their names; none where nothing is there. */
export function filesBelow(path) {
  if (!existsSync(path)) return [];
  if (statSync(path).isFile()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesBelow(join(path, name)));
}
