import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { createApp } from '../../../server/app';
import { Copies, type CopyLimits } from '../../../server/copies/copies';
import { folderStore } from '../../../server/copies/folderStore';
import { LocalQueue } from '../../../server/copies/localQueue';
import type { QueueLimits } from '../../../server/copies/queue';
import { hostsOf } from '../../../server/guard';

export interface Start extends Partial<CopyLimits & QueueLimits> {
  readonly log?: pino.Logger;
  /** Where the files of copies lie; a folder of its own where nothing is said. */
  readonly root?: string;
}

export interface Running {
  readonly base: string;
  readonly root: string;
  readonly counts: Copies['counts'];
  readonly stop: () => Promise<void>;
}

/** A server with one turn, and one that may wait, where nothing else is said. */
export async function startServer({ log, root, ...limits }: Start = {}): Promise<Running> {
  const site = mkdtempSync(join(tmpdir(), 'moon-patch-site-'));
  writeFileSync(join(site, 'index.html'), '<title>Moon Patch</title>');
  const kept = root ?? mkdtempSync(join(tmpdir(), 'moon-patch-copies-'));
  const store = folderStore(kept);
  const copies = new Copies(
    new LocalQueue(store, { running: 1, waiting: 1, ...limits }),
    store,
    limits,
  );
  const app = createApp({
    ...{ site, copies, hosts: hostsOf('kites.example') },
    log: log ?? pino({ level: 'silent' }),
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  return {
    base: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    root: kept,
    counts: () => copies.counts(),
    stop: async () => {
      server.closeAllConnections();
      server.close();
      await copies.close();
      for (const folder of [site, kept]) rmSync(folder, { recursive: true, force: true });
    },
  };
}
