// What is sent over the wire is made small: the icon font has only the icons that are used, and every text
// and font lies there compressed as well.
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { extname } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import subsetFont from 'subset-font';
import { filesBelow } from './files.mjs';

const require = createRequire(import.meta.url);
const GLYPHS = require('@react-native-vector-icons/material-design-icons/glyphmaps/MaterialDesignIcons.json');
const COMPRESSED = new Set(['.js', '.css', '.html', '.json', '.wasm', '.ttf', '.svg']);
/** Bytes below which nothing is gained. */
const LEAST = 1400;
/** Close to the best there is, in a fraction of its time; a screen's code waits for nothing else. */
const QUALITY = 9;
const BEST = 11;
const SCREENS = /\/_expo\/static\/js\//;

/** The icons that are named anywhere in the sources, and those that the parts library draws by itself. */
function usedIcons() {
  const sources = [...filesBelow('src'), ...filesBelow('app')].map((file) =>
    readFileSync(file, 'utf8'),
  );
  const names = sources.flatMap((source) => source.match(/[a-z][a-z0-9-]*/g) ?? []);
  return [...new Set([...names, 'close'])].filter((name) => Object.hasOwn(GLYPHS, name));
}

async function subsetIcons(site) {
  const file = filesBelow(site).find((path) => /MaterialDesignIcons\.[0-9a-f]+\.ttf$/.test(path));
  const text = usedIcons()
    .map((name) => String.fromCodePoint(GLYPHS[name]))
    .join('');
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
