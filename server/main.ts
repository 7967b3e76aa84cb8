import { join } from 'node:path';
import pino from 'pino';
import { createApp } from './app';
import { Encodes } from './encodes';
import { hasFfmpeg } from './ffmpeg';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const port = Number(process.env.PORT ?? 8090);
const encodes = new Encodes();
const site = process.env.SITE ?? join(process.cwd(), 'dist');

const server = createApp({ site, encodes, log }).listen(port, '127.0.0.1', async (error) => {
  if (error) {
    console.error(
      `Moon Patch could not start on port ${port}: ${error.message}. Set PORT to another one.`,
    );
    process.exit(1);
  }
  console.log(`Moon Patch is at http://127.0.0.1:${port}/${process.env.OPEN_PATH ?? ''}`);
  if (!(await hasFfmpeg())) {
    console.log('ffmpeg is not installed: ProRes cannot be made. All other formats can.');
  }
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    encodes.dropAll();
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
