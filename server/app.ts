import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { PAGES } from '@/core/site';
import { hasFfmpeg } from './ffmpeg';
import { onlyHosts, onlyOwnPages } from './guard';
import type { Proxies } from './proxies';
import { Refusal } from './refusal';
import { requestLog } from './requestLog';
import type { Turns } from './turns';

interface AppOptions {
  /** Folder of the built app. */
  readonly site: string;
  readonly proxies: Proxies;
  readonly turns: Turns;
  /** Host names that it answers to. */
  readonly hosts: ReadonlySet<string>;
  readonly log: Logger;
}

/** The whole server: the app's files, isolated and under a strict policy, and copies of footage. */
export function createApp({ site, proxies, turns, hosts, log }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(requestLog(log));
  app.use(policy());
  app.use(onlyHosts(hosts));
  app.use('/api', onlyOwnPages);
  app.get('/api/health', async (_request, response) => {
    response.json({ proxies: await hasFfmpeg(), queue: turns.queue() });
  });
  app.use('/api/proxies', proxyRoutes(proxies));
  app.use('/api', (_request, response) => {
    response.status(404).json({ error: 'There is nothing at this address.' });
  });
  app.use(siteFiles(site));
  app.get('/{*splat}', (request, response, next) => {
    const page = join(site, 'index.html');
    if (!existsSync(page))
      return next(new Refusal(404, 'The app is not built yet. Run “npm run build”.'));
    // The page itself says what is not there; what asks for it is told as well.
    response.status(PAGES.test(request.path) ? 200 : 404);
    response.set('cache-control', 'no-cache').sendFile('index.html', { root: site });
  });
  app.use((error: unknown, _request: Request, response: Response, _next: NextFunction) => {
    const status = statusOf(error);
    if (status >= 500) log.error(error);
    if (response.headersSent) return response.destroy();
    response.status(status).json({ error: wordsOf(error, status) });
  });
  return app;
}

/** The built app's files, as small as the browser can take them. */
const siteFiles = (site: string) =>
  expressStaticGzip(site, {
    enableBrotli: true,
    orderPreference: ['br'],
    index: false,
    serveStatic: { setHeaders: cacheHeaders },
  });

function proxyRoutes(proxies: Proxies): express.Router {
  const router = express.Router();
  router.post('/', async (request, response) => {
    response.status(201).json(await proxies.create(request));
  });
  router.get('/:id', async (request, response) => {
    response.json(await proxies.progress(request.params.id));
  });
  router.get('/:id/file', async (request, response) => {
    const { id } = request.params;
    await proxies.hand(id, ({ folder, name }) => handOver(response, folder, name));
  });
  router.delete('/:id', (request, response) => {
    proxies.drop(request.params.id);
    response.status(204).end();
  });
  return router;
}

const policy = () =>
  helmet({
    crossOriginOpenerPolicy: { policy: 'same-origin' },
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    crossOriginResourcePolicy: { policy: 'same-origin' },
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        workerSrc: ["'self'", 'blob:'],
        // React Native for the web writes its styles into the page.
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        mediaSrc: ["'self'", 'blob:'],
        connectSrc: ["'self'", 'blob:', 'data:'],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        formAction: ["'none'"],
      },
    },
  });

/** Files with a hash in their name never change; everything else is asked for again. */
function cacheHeaders(response: ServerResponse, path: string): void {
  const hashed = path.includes('/_expo/') || path.includes('/assets/');
  response.setHeader('cache-control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
}

/** Resolves once a file is sent, or its client has gone away. */
const handOver = (response: Response, root: string, name: string): Promise<void> =>
  new Promise((resolve, reject) => {
    // Folders for temporary files may have a name that begins with a dot.
    response.sendFile(name, { root, dotfiles: 'allow' }, (error) => {
      if (error && !response.destroyed && !response.writableEnded) reject(error);
      else resolve();
    });
  });

function statusOf(error: unknown): number {
  if (error instanceof Refusal) return error.status;
  const { status } = error as { status?: number };
  return status ?? 500;
}

/** What went wrong inside is not told: it may name files and folders. */
const wordsOf = (error: unknown, status: number): string =>
  status < 500 || error instanceof Refusal
    ? (error as Error).message
    : 'Something went wrong in the server. Try again.';
