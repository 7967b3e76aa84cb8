import type { Readable } from 'node:stream';
import type { Request, Response } from 'express';

/** The name under which what was sent in is kept. */
export const SOURCE = 'source';

/** Where the files of copies lie while they are asked for, each copy's under its id. */
export interface Store {
  /** Keeps what comes in. @throws Refusal 507 where there is no room, or what the pieces throw */
  readonly take: (id: string, name: string, pieces: Readable) => Promise<void>;
  /** Keeps a file that was made here, which is not looked for there any more. */
  readonly keep: (id: string, name: string, path: string) => Promise<void>;
  /** @returns a path to read it from @param folder where it is laid if it has to be fetched */
  readonly fetch: (id: string, name: string, folder: string) => Promise<string>;
  /** Answers with a file, or the part of it that is asked for; resolves as well where the client goes away. */
  readonly hand: (id: string, name: string, request: Request, response: Response) => Promise<void>;
  /** Removes all that is kept of a copy. */
  readonly remove: (id: string) => Promise<void>;
}
