// Builds the app into dist/, unless nothing it is made of has changed since the last build.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { relative } from 'node:path';
import { Uint8ArrayReader, Uint8ArrayWriter, ZipWriter } from '@zip.js/zip.js';
import { hintCompiling } from './compileHints.mjs';
import { compressSite } from './compress.mjs';
import { buildEngine } from './engine.mjs';
import { filesBelow } from './files.mjs';
import { drawIcons } from './icons.mjs';
import { writeServiceWorker } from './offline.mjs';
import { usedIcons } from './usedIcons.mjs';

const DEMO_KIT = 'demo/kit';
const STAMP = 'dist/.built-from';
const SOURCES = [
  'app',
  'src',
  'kernels',
  'public/index.html',
  'public/manifest.webmanifest',
  'demo/kit',
  'scripts',
  'package-lock.json',
  'patches',
  'app.json',
  'babel.config.js',
  'metro.config.js',
  'tsconfig.json',
];

function fingerprint() {
  const hash = createHash('sha256');
  for (const file of SOURCES.flatMap(filesBelow)) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

/** A kit file is a zip of its list and its media, which are packed already. */
async function packDemoKit() {
  const zip = new ZipWriter(new Uint8ArrayWriter(), { level: 0 });
  for (const file of filesBelow(DEMO_KIT)) {
    await zip.add(relative(DEMO_KIT, file), new Uint8ArrayReader(readFileSync(file)));
  }
  mkdirSync('public/demo', { recursive: true });
  writeFileSync('public/demo/fennel-hill-kites.moonpatch', await zip.close());
}

/** The bundler puts this list in the place of the library's own (metro.config.js). */
function listIcons() {
  mkdirSync('.cache', { recursive: true });
  writeFileSync('.cache/icons.json', JSON.stringify(usedIcons()));
}

function exportSite() {
  rmSync('dist', { recursive: true, force: true });
  const env = { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' };
  const { status } = spawnSync(
    'npx',
    ['expo', 'export', '--platform', 'web', '--output-dir', 'dist'],
    { env, stdio: ['ignore', 'inherit', 'inherit'] },
  );
  if (status !== 0) {
    // A failed export leaves half a site.
    rmSync('dist', { recursive: true, force: true });
    throw new Error('The app could not be built.');
  }
}

const wanted = fingerprint();
if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) {
  console.log('The app is built already.');
} else {
  await buildEngine();
  await packDemoKit();
  drawIcons();
  listIcons();
  exportSite();
  hintCompiling('dist');
  await compressSite('dist');
  await writeServiceWorker('dist');
  writeFileSync(STAMP, wanted);
}
