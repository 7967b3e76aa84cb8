import { withStorage } from '@/core/withStorage';

export type Texts = Readonly<Record<string, string>>;

/** Where texts lie by key. Whatever fails rejects. */
export interface Place {
  readonly getItem: (key: string) => Promise<string | null>;
  readonly getMany: (keys: string[]) => Promise<Readonly<Record<string, string | null>>>;
  readonly setMany: (texts: Record<string, string>) => Promise<void>;
  readonly removeMany: (keys: string[]) => Promise<void>;
  readonly getAllKeys: () => Promise<readonly string[]>;
}

/** What is written and what is removed at once. */
export interface Change {
  readonly set: Texts;
  readonly removed: readonly string[];
}

/** The record without which there is nothing: it names the kit that is open. */
export const INDEX = 'index';

/** What says which change was made last, so that a copy that is behind is known; later ones come later by the alphabet. */
export const SERIAL = 'serial';

/** No change has this serial. */
const BEHIND = 'behind';

/** @param serial of the change */
export async function apply(place: Place, { set, removed }: Change, serial: string): Promise<void> {
  await place.setMany({ ...set, [SERIAL]: serial });
  if (removed.length > 0) await place.removeMany([...removed]);
}

/** Those of some keys that are there. @throws MoonError 'storage-full' | 'storage-away' */
export async function readTexts(place: Place, keys: readonly string[]): Promise<Texts> {
  if (keys.length === 0) return {};
  const found = await withStorage(() => place.getMany([...keys]));
  return Object.fromEntries(
    Object.entries(found).filter((entry): entry is [string, string] => entry[1] !== null),
  );
}

const readAll = async (place: Place): Promise<Texts> =>
  readTexts(place, await withStorage(() => place.getAllKeys()));

/** Another place that has what the records have, for when a browser throws those away. */
export class Copy {
  /** The serial that both have after the last change of this page; null where that is not known. */
  private serial: string | null = null;

  constructor(
    private readonly records: Place,
    private readonly place: Place,
  ) {}

  /**
   * Sees to it that nothing is missing here, before a first change.
   * @throws MoonError 'storage-full' | 'storage-away' where this place can be read and not written: a full disk is not
   * always told as such, and would end the records as it ended this. Where it cannot be read either, the browser has no
   * such place, which need not keep changes from being saved.
   */
  async catchUp(): Promise<void> {
    if (this.serial !== null) return;
    const found = await withStorage(() => this.place.getItem(SERIAL)).catch(() => undefined);
    if (found === undefined) return;
    const serial = await withStorage(() => this.records.getItem(SERIAL));
    if (found === null || found !== serial) await withStorage(() => this.copyAll());
    this.serial = serial ?? '';
  }

  /** The same without writing: where something is missing, all is copied once it has to follow. */
  async compare(): Promise<void> {
    const found = await withStorage(() => this.place.getItem(SERIAL)).catch(() => undefined);
    if (found === undefined) return;
    const serial = await withStorage(() => this.records.getItem(SERIAL));
    this.serial = found !== null && found === serial ? serial : BEHIND;
  }

  /** Whether a change could not be followed. */
  get isCutOff(): boolean {
    return this.serial === null;
  }

  /**
   * Makes a change that the records have, or copies all where this place is not as this page left it. Where it cannot,
   * that is done before the next change.
   */
  async follow(change: Change, serial: string): Promise<void> {
    const before = this.serial;
    if (before === null) return;
    this.serial = await this.followed(change, serial, before).catch(() => null);
  }

  /** @returns the serial that it has then; null where the records were thrown away, so that this is all that there is */
  private async followed(change: Change, serial: string, before: string): Promise<string | null> {
    if ((await withStorage(() => this.records.getItem(INDEX))) === null) return null;
    const found = await withStorage(() => this.place.getItem(SERIAL));
    const isAsLeft = (found ?? '') === before;
    await withStorage(() => (isAsLeft ? apply(this.place, change, serial) : this.copyAll()));
    return serial;
  }

  /** What differs is written, and the serial last: until then it says that this place is behind. */
  private async copyAll(): Promise<void> {
    const { [SERIAL]: serial = '', ...texts } = await readAll(this.records);
    // Records that were thrown away meanwhile are brought back from here.
    if (!(INDEX in texts)) return;
    const { [SERIAL]: _behind, ...here } = await readAll(this.place);
    const differing = Object.entries(texts).filter(([key, text]) => here[key] !== text);
    await this.place.setMany(Object.fromEntries(differing));
    await this.place.removeMany(Object.keys(here).filter((key) => !(key in texts)));
    await this.place.setMany({ [SERIAL]: serial });
  }

  /** All that is here; null where there is no kit. @throws MoonError 'storage-away' */
  async kept(): Promise<Texts | null> {
    const texts = await readAll(this.place);
    return INDEX in texts ? texts : null;
  }
}
