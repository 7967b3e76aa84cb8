import { join } from 'node:path';
import pino from 'pino';
import { createApp } from './app';
import { hasFfmpeg } from './ffmpeg';
import { hostsOf } from './guard';
import { Proxies } from './proxies';
import { Turns } from './turns';
import { sweepWorkFolders } from './workFolder';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const port = Number(process.env.PORT ?? 8090);
const turns = new Turns();
const proxies = new Proxies(turns);
const site = process.env.SITE ?? join(process.cwd(), 'dist');

const hosts = hostsOf(process.env.PUBLIC_HOST);

sweepWorkFolders();
const server = createApp({ site, proxies, turns, hosts, log }).listen(
  port,
  '127.0.0.1',
  async (error) => {
    if (error) {
      console.error(
        `Moon Patch could not start on port ${port}: ${error.message}. Set PORT to another one.`,
      );
      process.exit(1);
    }
    console.log(`Moon Patch is at http://127.0.0.1:${port}/${process.env.OPEN_PATH ?? ''}`);
    if (!(await hasFfmpeg())) {
      console.log('ffmpeg is not installed: files that a browser cannot read stay unread.');
    }
  },
);

/** Milliseconds that work under way has to end in once the server is told to stop. */
const LAST_CALL = 10_000;

/** Takes no more, lets what is under way end, and goes; at once when it is told again. */
function stop(): void {
  const leave = () => {
    proxies.dropAll();
    process.exit(0);
  };
  process.removeAllListeners('SIGINT').removeAllListeners('SIGTERM');
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, leave);
  server.close(leave);
  server.closeIdleConnections();
  if (turns.queue().running === 0) server.closeAllConnections();
  setTimeout(leave, LAST_CALL);
}

for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, stop);
