// The icons that the app uses, of the thousands that their font has.
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { filesBelow } from './files.mjs';

const GLYPHS = createRequire(import.meta.url)(
  '@react-native-vector-icons/material-design-icons/glyphmaps/MaterialDesignIcons.json',
);

/** @returns the code point of each icon that is named anywhere in the sources, or that the parts library draws by itself */
export function usedIcons() {
  const sources = [...filesBelow('src'), ...filesBelow('app')].map((file) =>
    readFileSync(file, 'utf8'),
  );
  const names = sources.flatMap((source) => source.match(/[a-z][a-z0-9-]*/g) ?? []);
  const used = [...new Set([...names, 'close'])].filter((name) => Object.hasOwn(GLYPHS, name));
  return Object.fromEntries(used.map((name) => [name, GLYPHS[name]]));
}
