// Bundles the workers and lays out what they load at run time below public/.
import { build } from 'esbuild';
import { Buffer } from 'node:buffer';
import { copyFileSync, mkdirSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { buildKernels } from './kernels.mjs';

const require = createRequire(import.meta.url);

export async function buildEngine() {
  // Pieces of earlier builds have names of their own and would stay.
  rmSync('public/engine', { recursive: true, force: true });
  mkdirSync('public/engine', { recursive: true });
  await buildKernels();
  await build({
    entryPoints: [
      'src/engine/engine.worker.ts',
      'src/engine/kit/kit.worker.ts',
      'src/engine/kernels/stripes.worker.ts',
      'src/engine/send/packer.worker.ts',
    ],
    outbase: 'src/engine',
    outdir: 'public/engine',
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'browser',
    target: 'chrome120',
    minify: true,
    define: { 'process.env.NODE_ENV': '"production"', global: 'globalThis' },
    alias: {
      '@': './src',
      'brotli/decompress.js': './scripts/late/brotli.cjs',
      'unicode-trie': './scripts/late/unicodeTrie.cjs',
    },
    logLevel: 'warning',
  });
  copyFileSync(require.resolve('@resvg/resvg-wasm/index_bg.wasm'), 'public/engine/resvg.wasm');
  await copyFonts();
}

/** The font list is TypeScript; its ids and files are read by bundling it. */
async function shippedFonts() {
  const { outputFiles } = await build({
    entryPoints: ['src/core/fonts.ts'],
    bundle: true,
    format: 'esm',
    write: false,
  });
  const source = Buffer.from(outputFiles[0].contents).toString('base64');
  return (await import(`data:text/javascript;base64,${source}`)).FONTS;
}

async function copyFonts() {
  mkdirSync('public/fonts', { recursive: true });
  for (const { id, source, file } of await shippedFonts()) {
    const folder = dirname(require.resolve(`@expo-google-fonts/${source}/package.json`));
    copyFileSync(join(folder, file), `public/fonts/${id}.ttf`);
  }
}

if (process.argv[1]?.endsWith('engine.mjs')) await buildEngine();
