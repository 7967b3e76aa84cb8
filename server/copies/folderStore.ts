import { createWriteStream } from 'node:fs';
import { copyFile, mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { noRoom } from '../workFolder';
import type { Store } from './store';

/** Files in a folder, of this machine or one that several share. @param root it has to be there */
export function folderStore(root: string): Store {
  const folderOf = (id: string) => join(root, id);
  /** @throws Refusal 507 where none can be made */
  const made = async (id: string): Promise<string> => {
    await mkdir(folderOf(id), { recursive: false }).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw noRoom();
    });
    return folderOf(id);
  };
  return {
    take: async (id, name, pieces) => {
      const path = join(await made(id), name);
      await pipeline(pieces, createWriteStream(path)).catch((error: NodeJS.ErrnoException) => {
        throw error.code === 'ENOSPC' ? noRoom() : error;
      });
    },
    keep: async (id, name, path) => {
      const kept = join(folderOf(id), name);
      // Folders of another disk take no file as it is.
      await rename(path, kept).catch(() => copyFile(path, kept));
    },
    fetch: async (id, name) => join(folderOf(id), name),
    hand: (id, name, _request, response) => handOver(response, folderOf(id), name),
    remove: (id) => rm(folderOf(id), { recursive: true, force: true }),
  };
}

const handOver = (response: Response, root: string, name: string): Promise<void> =>
  new Promise((resolve, reject) => {
    // Folders for temporary files may have a name that begins with a dot.
    response.sendFile(name, { root, dotfiles: 'allow' }, (error) => {
      if (error && !response.destroyed && !response.writableEnded) reject(error);
      else resolve();
    });
  });
