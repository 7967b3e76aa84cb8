import { once } from 'node:events';
import type { Server } from 'node:http';
import { join } from 'node:path';
import pino from 'pino';
import { createApp } from './app';
import type { Copies } from './copies/copies';
import { setUpCopies } from './copies/setUp';
import { hostsOf } from './guard';
import { sweepWorkFolders } from './workFolder';

/** Milliseconds that copies and transfers under way have to end in once the server is told to stop. */
const LAST_CALL = 60_000;

/** Milliseconds between two looks at which connections have nothing more to send. */
const IDLE = 100;

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });

async function main(): Promise<void> {
  const site = process.env.SITE ?? join(process.cwd(), 'dist');
  const hosts = hostsOf(process.env.PUBLIC_HOST);
  sweepWorkFolders();
  const copies = await setUpCopies(process.env, log);
  const app = createApp({ site, copies, hosts, log });
  const port = Number(process.env.PORT ?? 8090);
  const server = app.listen(port, '127.0.0.1');
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => stop(server, copies));
  }
  // Whoever started it may stop it as soon as it has said where it is.
  await once(server, 'listening').catch((error: Error) => {
    const words = `Moon Patch could not start on port ${port}: ${error.message}.`;
    throw new Error(`${words} Set PORT to another one.`);
  });
  console.log(`Moon Patch is at http://127.0.0.1:${port}/${process.env.OPEN_PATH ?? ''}`);
  if (!(await copies.able())) {
    const missing = process.env.REDIS_URL ? 'No worker is there' : 'ffmpeg is not installed';
    console.log(`${missing}: files that a browser cannot read stay unread.`);
  }
}

/** Takes no more, lets what is under way end, and goes; at once when it is told again. */
function stop(server: Server, copies: Copies): void {
  const leave = () => void copies.close().finally(() => process.exit(0));
  process.removeAllListeners('SIGINT').removeAllListeners('SIGTERM');
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, leave);
  server.close(leave);
  // A page keeps its connections open after what it asked for has come.
  setInterval(() => server.closeIdleConnections(), IDLE);
  setTimeout(leave, LAST_CALL);
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
