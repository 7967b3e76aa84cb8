/** What can stand in curly brackets in a pattern for file names. */
export const NAME_PARTS = ['name', 'part', 'format', 'size', 'rate'] as const;
export type NamePart = (typeof NAME_PARTS)[number];

/** "wind-card": a file name without its ending that every system accepts. */
export function plainName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
  return plain || 'untitled';
}

export const fileName = (name: string, extension: string): string =>
  `${plainName(name)}.${extension}`;

/** A name by a pattern: "{name} {size}" becomes "wind-card-1920x1080"; unknown brackets are plain text. */
export const nameFrom = (pattern: string, parts: Readonly<Record<NamePart, string>>): string =>
  plainName(
    pattern.replace(/\{(\w+)\}/g, (whole, part: string) => parts[part as NamePart] ?? whole),
  );

/** A file name that is not taken yet: "clip.webm", "clip-2.webm", … */
export function freeName(taken: ReadonlySet<string>, name: string): string {
  const [, stem, extension] = /^(.*)\.(\w+)$/.exec(name)!;
  for (let i = 1; ; i++) {
    const tried = i === 1 ? name : `${stem}-${i}.${extension}`;
    if (!taken.has(tried)) return tried;
  }
}
