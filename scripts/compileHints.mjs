// Asks the browser to compile the app's code while it comes in, away from the page's own thread, rather than
// each function when it is first called. Browsers that do not know the hint read a comment.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { filesBelow } from './files.mjs';

const HINT = '//# allFunctionsCalledOnLoad\n';

/** @param site folder of the built app */
export function hintCompiling(site) {
  filesBelow(join(site, '_expo/static/js'))
    .filter((file) => file.endsWith('.js'))
    .forEach((file) => writeFileSync(file, HINT + readFileSync(file, 'utf8')));
}
