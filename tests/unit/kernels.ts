import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

const WASM = 'public/engine/kernels.wasm';

/** Compiles the kernels where they were changed since that was done. @returns their file */
export function buildKernels(): string {
  const changed = readdirSync('kernels').map((file) => statSync(join('kernels', file)).mtimeMs);
  if (!existsSync(WASM) || statSync(WASM).mtimeMs < Math.max(...changed)) {
    execFileSync('node', ['scripts/kernels.mjs'], { stdio: 'inherit' });
  }
  return WASM;
}
