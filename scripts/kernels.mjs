// Compiles the pixel kernels to WebAssembly below public/: for a memory that workers share, and for one of their own.
import asc from 'assemblyscript/asc';
import { mkdirSync } from 'node:fs';

const OPTIONS = [
  '--runtime',
  'stub',
  '--importMemory',
  '--initialMemory',
  '16',
  '--maximumMemory',
  '16384',
  // Below lie the numbers that threads tell each other and that kernels are given.
  '--memoryBase',
  '32768',
  '--enable',
  'simd',
  '--noAssert',
  '-O3',
  '--converge',
];

const FILES = {
  'public/engine/kernels.wasm': ['--sharedMemory', '--enable', 'threads'],
  'public/engine/kernels-unshared.wasm': [],
};

export async function buildKernels() {
  mkdirSync('public/engine', { recursive: true });
  for (const [file, memory] of Object.entries(FILES)) {
    const { error, stderr } = await asc.main([
      'kernels/index.ts',
      '--outFile',
      file,
      ...memory,
      ...OPTIONS,
    ]);
    if (error) throw new Error(`The kernels could not be compiled: ${stderr.toString()}`);
  }
}

if (process.argv[1]?.endsWith('kernels.mjs')) await buildKernels();
