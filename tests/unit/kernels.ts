import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

const WASM = 'public/engine/kernels.wasm';

/** Files whose numbers are compiled into the kernels. */
const SHARED = [
  'src/core/colour/bt709.ts',
  'src/core/matte/chromaFit.ts',
  'src/core/matte/keyLayout.ts',
];

/** Compiles the kernels where they were changed since that was done. @returns their file */
export function buildKernels(): string {
  const sources = [...readdirSync('kernels').map((file) => join('kernels', file)), ...SHARED];
  const changed = sources.map((file) => statSync(file).mtimeMs);
  if (!existsSync(WASM) || statSync(WASM).mtimeMs < Math.max(...changed)) {
    execFileSync('node', ['scripts/kernels.mjs'], { stdio: 'inherit' });
  }
  return WASM;
}
