// Writes the service worker: it keeps what every screen needs, and the rest once it was used.
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { filesBelow } from './files.mjs';

/** Folders of which a visit needs some files at most. */
const ONCE_USED = /^\/(fonts|demo|pen)\//;
/** Copies for the wire, and what only a build reads. */
const LEFT_OUT = /\.(br|gz)$|^\/metadata\.json$|^\/\.built-from$/;
/** Pictures of screens that the router's library has and the app does not use. */
const UNUSED = /\/expo-router\/assets\//;

/** @param site folder of the built app */
export async function writeServiceWorker(site) {
  const files = filesBelow(site)
    .map((path) => ({ path, url: `/${relative(site, path)}` }))
    .filter(({ url }) => !LEFT_OUT.test(url) && !UNUSED.test(url));
  const needed = files
    .filter(({ url }) => !ONCE_USED.test(url))
    .map(({ path, url }) => ({
      url,
      revision: createHash('sha256').update(readFileSync(path)).digest('hex').slice(0, 16),
    }));
  const rest = files
    .filter(({ url }) => ONCE_USED.test(url))
    .map(({ path, url }) => ({ url, bytes: statSync(path).size }));
  const list = JSON.stringify(rest);
  const revision = createHash('sha256').update(list).digest('hex').slice(0, 16);
  writeFileSync(join(site, 'once-used.json'), list);
  await build({
    entryPoints: ['src/offline/service.worker.ts'],
    outfile: join(site, 'service-worker.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    alias: { '@': './src' },
    define: {
      'process.env.NODE_ENV': '"production"',
      NEEDED: JSON.stringify([...needed, { url: '/once-used.json', revision }]),
      ONCE_USED: JSON.stringify(rest.map(({ url }) => url)),
    },
    logLevel: 'warning',
  });
}
