// Compiles the pixel kernels to WebAssembly below public/.
import asc from 'assemblyscript/asc';
import { mkdirSync } from 'node:fs';

const OPTIONS = [
  '--outFile',
  'public/engine/kernels.wasm',
  '--runtime',
  'stub',
  '--importMemory',
  '--sharedMemory',
  '--initialMemory',
  '16',
  '--maximumMemory',
  '16384',
  '--enable',
  'simd',
  '--enable',
  'threads',
  '--noAssert',
  '-O3',
  '--converge',
];

export async function buildKernels() {
  mkdirSync('public/engine', { recursive: true });
  const { error, stderr } = await asc.main(['kernels/index.ts', ...OPTIONS]);
  if (error) throw new Error(`The kernels could not be compiled: ${stderr.toString()}`);
}

if (process.argv[1]?.endsWith('kernels.mjs')) await buildKernels();
