import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

const WASM = 'public/engine/kernels.wasm';

/** The kernels, and the files of the core whose numbers are compiled into them. */
function sources(): string[] {
  const kernels = readdirSync('kernels').map((file) => join('kernels', file));
  const shared = kernels.flatMap((file) =>
    [...readFileSync(file, 'utf8').matchAll(/from '\.\.\/(src\/[^']+)'/g)].map(
      ([, path]) => `${path}.ts`,
    ),
  );
  return [...kernels, ...shared];
}

/** Compiles the kernels where they were changed since that was done. @returns their file */
export function buildKernels(): string {
  const changed = sources().map((file) => statSync(file).mtimeMs);
  if (!existsSync(WASM) || statSync(WASM).mtimeMs < Math.max(...changed)) {
    execFileSync('node', ['scripts/kernels.mjs'], { stdio: 'inherit' });
  }
  return WASM;
}
