// What is sent over the wire is made small: the icon font has only the icons that are used, and every text
// and font lies there compressed as well.
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { extname } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import subsetFont from 'subset-font';
import { filesBelow } from './files.mjs';
import { usedIcons } from './usedIcons.mjs';

const COMPRESSED = new Set(['.js', '.css', '.html', '.json', '.wasm', '.ttf', '.svg']);
/** Bytes below which nothing is gained. */
const LEAST = 1400;
/** Close to the best there is, in a fraction of its time; a screen's code waits for nothing else. */
const QUALITY = 9;
const BEST = 11;
const SCREENS = /\/_expo\/static\/js\//;

async function subsetIcons(site) {
  const file = filesBelow(site).find((path) => /MaterialDesignIcons\.[0-9a-f]+\.ttf$/.test(path));
  const text = String.fromCodePoint(...Object.values(usedIcons()));
  writeFileSync(file, await subsetFont(readFileSync(file), text, { targetFormat: 'truetype' }));
}

function compress(file) {
  const bytes = readFileSync(file);
  const params = { [constants.BROTLI_PARAM_QUALITY]: SCREENS.test(file) ? BEST : QUALITY };
  writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params }));
  writeFileSync(`${file}.gz`, gzipSync(bytes));
}

/** @param site folder of the built app */
export async function compressSite(site) {
  await subsetIcons(site);
  filesBelow(site)
    .filter((file) => COMPRESSED.has(extname(file)) && statSync(file).size >= LEAST)
    .forEach(compress);
}
