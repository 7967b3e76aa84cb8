import { join } from 'node:path';
import pino from 'pino';
import { createApp } from './app';
import { Encodes } from './encodes';
import { hasFfmpeg } from './ffmpeg';
import { Proxies } from './proxies';
import { Turns } from './turns';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const port = Number(process.env.PORT ?? 8090);
const turns = new Turns();
const encodes = new Encodes(turns);
const proxies = new Proxies(turns);
const site = process.env.SITE ?? join(process.cwd(), 'dist');

const server = createApp({ site, encodes, proxies, log }).listen(
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
      console.log(
        'ffmpeg is not installed: ProRes cannot be made, nor copies of files that a browser cannot read.',
      );
    }
  },
);

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    encodes.dropAll();
    proxies.dropAll();
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
