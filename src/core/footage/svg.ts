import { SaxesParser } from 'saxes';
import { MoonError } from '../errors';

const FORBIDDEN_ELEMENTS = new Set(['script', 'foreignobject', 'iframe', 'embed', 'object']);

/**
 * Refuses an SVG that could run code or reach outside its own file.
 * @throws MoonError 'media-unsafe' | 'media-unreadable'
 */
export function checkSvg(source: string, name: string): void {
  const parser = new SaxesParser();
  const unsafe = (what: string) => {
    throw new MoonError(
      'media-unsafe',
      `“${name}” was not brought in: it ${what}. Save it as a plain SVG without scripts and links, or as PNG.`,
    );
  };
  parser.on('error', (error) => {
    throw new MoonError('media-unreadable', `“${name}” is damaged: ${error.message}`);
  });
  parser.on('doctype', (text) => {
    if (/<!ENTITY/i.test(text)) unsafe('defines entities of its own');
  });
  parser.on('opentag', (tag) => {
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
  parser.write(source).close();
}

const linksOutside = (style: string): boolean =>
  /@import|url\(\s*['"]?(?!\s*['"]?(#|data:image\/))/i.test(style) || /javascript:/i.test(style);
