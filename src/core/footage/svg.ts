import { SaxesParser } from 'saxes';
import { MoonError } from '../errors';
import { quoted } from '../quoted';

/** Elements that may be drawn, repeats by reference counted each time, and levels of nesting. */
const MOST = { drawn: 200_000, depth: 200 } as const;

/** An element with what it draws: its children, and what it refers to by id. */
interface Part {
  readonly children: Part[];
  readonly refers: readonly string[];
}

const FORBIDDEN_ELEMENTS = new Set(['script', 'foreignobject', 'iframe', 'embed', 'object']);

/**
 * Refuses an SVG that could run code, reach outside its own file, or would be drawn without an end.
 * @throws MoonError 'media-unsafe' | 'media-unreadable'
 */
export function checkSvg(source: string, name: string): void {
  const parser = new SaxesParser();
  const unsafe = (what: string) => {
    throw new MoonError(
      'media-unsafe',
      `${quoted(name)} was not brought in: it ${what}. Save it as a plain SVG without scripts and links, or as PNG.`,
    );
  };
  parser.on('error', (error) => {
    throw new MoonError('media-unreadable', `${quoted(name)} is damaged: ${error.message}`);
  });
  parser.on('doctype', (text) => {
    if (/<!ENTITY/i.test(text)) unsafe('defines entities of its own');
  });
  const byId = new Map<string, Part>();
  const open: Part[] = [{ children: [], refers: [] }];
  parser.on('closetag', () => open.pop());
  parser.on('opentag', (tag) => {
    const part: Part = { children: [], refers: Object.values(tag.attributes).flatMap(refersTo) };
    open.at(-1)!.children.push(part);
    open.push(part);
    if (open.length > MOST.depth) unsafe(`is nested more than ${MOST.depth} levels deep`);
    if (tag.attributes.id !== undefined) byId.set(String(tag.attributes.id), part);
    const element = tag.name.toLowerCase().split(':').pop()!;
    if (FORBIDDEN_ELEMENTS.has(element)) unsafe(`contains a <${element}> element`);
    for (const [attribute, value] of Object.entries(tag.attributes)) {
      const local = attribute.toLowerCase().split(':').pop()!;
      if (local.startsWith('on')) unsafe('contains a script');
      if (local === 'href' && !/^(#|data:image\/)/i.test(String(value).trim())) {
        unsafe('links to something outside the file');
      }
      if (linksOutside(String(value))) unsafe('links to something outside the file');
    }
  });
  parser.on('text', (text) => {
    if (linksOutside(text)) unsafe('links to something outside the file');
  });
  parser.on('cdata', (text) => {
    if (linksOutside(text)) unsafe('links to something outside the file');
  });
  const [root] = open;
  parser.write(source).close();
  if (drawnBy(root, byId) > MOST.drawn) {
    unsafe('repeats parts of itself so often that it cannot be drawn');
  }
}

const refersTo = (value: unknown): readonly string[] =>
  [...String(value).matchAll(/^\s*#(\S+)\s*$|url\(\s*['"]?#([^'")]+)/g)].map(([, a, b]) => a ?? b);

/** How many elements are drawn for a part; infinite where it contains itself. */
function drawnBy(root: Part, byId: ReadonlyMap<string, Part>): number {
  const known = new Map<Part, number>();
  const count = (part: Part): number => {
    const before = known.get(part);
    if (before !== undefined) return before;
    // Until it is known, meeting it again means that it contains itself.
    known.set(part, Infinity);
    const referred = part.refers.flatMap((id) => byId.get(id) ?? []);
    const drawn = [...part.children, ...referred].reduce((sum, next) => sum + count(next), 1);
    known.set(part, drawn);
    return drawn;
  };
  return count(root);
}

const linksOutside = (style: string): boolean =>
  /@import|url\(\s*['"]?(?!\s*['"]?(#|data:image\/))/i.test(style) || /javascript:/i.test(style);
