import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { string } from 'yup';
import { PAGES } from '@/core/site';
import type { Copies } from './copies/copies';
import { gone } from './copies/queue';
import { onlyHosts, onlyOwnPages } from './guard';
import { Refusal } from './refusal';
import { requestLog } from './requestLog';

interface AppOptions {
  /** Folder of the built app. */
  readonly site: string;
  readonly copies: Copies;
  /** Host names that it answers to. */
  readonly hosts: ReadonlySet<string>;
  readonly log: Logger;
}

const ID = string().required().uuid();

/** The whole server: the app's files, isolated and under a strict policy, and copies of footage. */
export function createApp({ site, copies, hosts, log }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(requestLog(log));
  app.use(policy());
  app.use(onlyHosts(hosts));
  app.use('/api', onlyOwnPages);
  app.get('/api/health', async (_request, response) => {
    response.json({ proxies: await copies.able(), queue: await copies.counts() });
  });
  app.use('/api/proxies', copyRoutes(copies));
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

function copyRoutes(copies: Copies): express.Router {
  const router = express.Router();
  // It names files: nothing but what this server made up itself may come through.
  router.param('id', (_request, _response, next, id) =>
    next(ID.isValidSync(id) ? undefined : gone()),
  );
  router.post('/', async (request, response) => {
    response.status(201).json(await copies.create(request));
  });
  router.get('/:id', async (request, response) => {
    response.json(await copies.progress(request.params.id));
  });
  router.get('/:id/file', async (request, response) => {
    await copies.hand(request.params.id, request, response);
  });
  router.delete('/:id', async (request, response) => {
    await copies.drop(request.params.id);
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
