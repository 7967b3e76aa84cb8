import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { MoonError } from '../errors';
import { readKitEntries, type Read } from './reading';
import type { Footage, Kit, Media, Resource } from './types';

const FORMAT = 'moon-patch-kit';
const FORMAT_VERSION = 1;

const LIMITS = {
  entries: 5000,
  kitJson: 64 * 1024 * 1024,
  media: 4 * 1024 * 1024 * 1024,
  depth: 24,
} as const;

const MEDIA_PATH = /^media\/([0-9a-f]{64})\.([a-z0-9]{1,5})$/;

const mediaPath = (media: Media): string => `media/${media.hash}.${media.extension}`;

type MediaOwner = Footage | Resource;

/** Everything in a kit that has a media file. */
export const mediaOwners = (kit: Kit): readonly MediaOwner[] => [
  ...kit.footage,
  ...kit.fonts,
  ...kit.luts,
];

export interface KitFile {
  readonly kit: Kit;
  /** Bytes of every media file, by content hash. */
  readonly media: ReadonlyMap<string, Uint8Array>;
}

/** A kit file as far as it could be read. */
export interface ReadKitFile extends KitFile, Pick<Read<Kit>, 'told' | 'leftOut'> {}

/** The bytes of a `.moonpatch` file. Media are stored as they are: they are compressed already. */
export function writeKitFile({ kit, media }: KitFile): Uint8Array {
  const files: Zippable = {
    'kit.json': strToU8(JSON.stringify({ format: FORMAT, version: FORMAT_VERSION, kit }, null, 1)),
  };
  for (const owner of mediaOwners(kit)) {
    const bytes = media.get(owner.media.hash);
    if (!bytes) throw missing(owner);
    files[mediaPath(owner.media)] = [bytes, { level: 0 }];
  }
  return zipSync(files);
}

/**
 * Reads a `.moonpatch` file; everything is checked before anything is given back.
 * @param hashOf SHA-256 of some bytes in lower-case hexadecimal
 * @throws MoonError 'kit-file-invalid' | 'media-missing' | 'document-invalid' | 'document-newer'
 */
export async function readKitFile(
  bytes: Uint8Array,
  hashOf: (bytes: Uint8Array) => Promise<string>,
): Promise<ReadKitFile> {
  const files = unpack(bytes);
  const { document: kit, told, leftOut } = readKitEntries(kitJson(files['kit.json']));
  const media = new Map<string, Uint8Array>();
  for (const owner of mediaOwners(kit)) {
    const content = files[mediaPath(owner.media)];
    if (!content) throw missing(owner);
    if ((await hashOf(content)) !== owner.media.hash) {
      throw invalid(`the file of “${owner.name}” was changed or damaged`);
    }
    media.set(owner.media.hash, content);
  }
  return { kit, media, told, leftOut };
}

function unpack(bytes: Uint8Array): Record<string, Uint8Array> {
  let entries = 0;
  let total = 0;
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (++entries > LIMITS.entries) throw invalid('it holds too many files');
        if (name !== 'kit.json' && !MEDIA_PATH.test(name)) {
          throw invalid(`it holds a file that does not belong in a kit (${name.slice(0, 60)})`);
        }
        total += originalSize;
        if (name === 'kit.json' && originalSize > LIMITS.kitJson)
          throw invalid('its list is too large');
        if (total > LIMITS.media) throw invalid('it would unpack to more than 4 GB');
        return true;
      },
    });
  } catch (error) {
    if (error instanceof MoonError) throw error;
    throw invalid('it is not a kit file, or it is cut off');
  }
}

function kitJson(bytes: Uint8Array | undefined): unknown {
  if (!bytes) throw invalid('its list of contents (kit.json) is missing');
  let parsed: unknown;
  try {
    parsed = JSON.parse(strFromU8(bytes));
  } catch {
    throw invalid('its list of contents cannot be read');
  }
  if (depthOf(parsed) > LIMITS.depth) throw invalid('its list of contents is nested too deeply');
  const { format, version, kit } = (parsed ?? {}) as Record<string, unknown>;
  if (format !== FORMAT) throw invalid('it is not a Moon Patch kit');
  if (typeof version !== 'number' || version > FORMAT_VERSION) {
    throw new MoonError(
      'document-newer',
      'This kit was saved by a newer Moon Patch. Update the app, then open it again.',
    );
  }
  return kit;
}

/** Nesting depth of parsed JSON; stops counting past the limit. */
function depthOf(value: unknown, depth = 0): number {
  if (depth > LIMITS.depth || typeof value !== 'object' || value === null) return depth;
  return Object.values(value).reduce<number>(
    (deepest, child) => Math.max(deepest, depthOf(child, depth + 1)),
    depth + 1,
  );
}

const invalid = (why: string): MoonError =>
  new MoonError(
    'kit-file-invalid',
    `This kit file could not be opened: ${why}. Your kit is as it was.`,
  );

const missing = ({ name }: MediaOwner): MoonError =>
  new MoonError(
    'media-missing',
    `This kit file could not be opened: the file of “${name}” is missing from it. Your kit is as it was.`,
  );
