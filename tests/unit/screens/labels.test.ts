import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** Attributes and fields whose texts are shown or spoken. */
const SHOWN = new Set([
  ...['label', 'title', 'detail', 'hint', 'placeholder', 'spoken', 'doing', 'name', 'reason'],
  ...['aria-label', 'unit', 'character', 'what', 'goodFor', 'text', 'description'],
]);

/** Names of formats and units that are written with a capital inside. */
const NAMES =
  /\b(AtkinsonHyperlegibleNext|ProRes|WebP|WebM|OpenTimelineIO|kHz|dB|macOS|iOS|iPhone|iPad)\b/g;

/** A word that came apart, a figure that is none, or a machine's words. */
const WRONG = /[a-z][A-Z]|\bundefined\b|\bNaN\b|\bnull\b|\bInfinity\b|\[object|=>|\(\)|[{}]/;

const isWrong = (text: string): boolean => WRONG.test(text.replace(NAMES, ''));

function filesBelow(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return filesBelow(path);
    return /\.tsx?$/.test(entry.name) ? [path] : [];
  });
}

/** Every text of a file that people read or hear. */
function textsIn(path: string): readonly string[] {
  const source = ts.createSourceFile(
    path,
    readFileSync(path, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  );
  const texts: string[] = [];
  const take = (node: ts.Node): void => {
    if (ts.isStringLiteralLike(node)) texts.push(node.text);
    else if (ts.isTemplateExpression(node)) {
      texts.push(node.head.text, ...node.templateSpans.map(({ literal }) => literal.text));
    } else if (ts.isConditionalExpression(node)) {
      take(node.whenTrue);
      take(node.whenFalse);
    } else if (ts.isJsxExpression(node) && node.expression) take(node.expression);
  };
  const visit = (node: ts.Node): void => {
    if (ts.isJsxText(node)) texts.push(node.text.trim());
    if (ts.isJsxAttribute(node) && SHOWN.has(node.name.getText()) && node.initializer) {
      take(node.initializer);
    }
    if (ts.isPropertyAssignment(node) && SHOWN.has(node.name.getText())) take(node.initializer);
    if (ts.isJsxExpression(node) && !ts.isJsxAttribute(node.parent)) take(node);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts.filter((text) => text.includes(' ') || /^[A-Z]/.test(text));
}

it('sees a label that a rename ran through, and what a machine says', () => {
  for (const wrong of ['SendChange to that', 'Length NaN px', 'It is undefined', 'See toFixed()']) {
    expect(isWrong(wrong)).toBe(true);
  }
  expect(isWrong('ProRes 4444 at 48 kHz')).toBe(false);
});

it('no text that is shown came apart, or speaks as a machine does', () => {
  const texts = ['src/screens', 'src/ui', 'src/core', 'src/store'].flatMap((folder) =>
    filesBelow(folder).flatMap((path) => textsIn(path).map((text) => ({ path, text }))),
  );
  expect(texts.length).toBeGreaterThan(800);
  expect(texts.filter(({ text }) => isWrong(text))).toEqual([]);
});
