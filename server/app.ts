import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { ValidationError } from 'yup';
import { readEncodeRequest } from './encodeRequest';
import type { Encodes } from './encodes';
import { hasFfmpeg, SERVER_FORMATS } from './ffmpeg';
import type { Proxies } from './proxies';
import { Refusal } from './refusal';

interface AppOptions {
  /** Folder of the built app. */
  readonly site: string;
  readonly encodes: Encodes;
  readonly proxies: Proxies;
  readonly log: Logger;
}

/** The whole server: the app's files, isolated and under a strict policy, and the encode API. */
export function createApp({ site, encodes, proxies, log }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(policy());
  app.get('/api/health', async (_request, response) => {
    const able = await hasFfmpeg();
    response.json({ formats: able ? SERVER_FORMATS : [], proxies: able });
  });
  app.use('/api/encodes', encodeRoutes(encodes));
  app.use('/api/proxies', proxyRoutes(proxies));
  app.use('/api', (_request, response) => {
    response.status(404).json({ error: 'There is nothing at this address.' });
  });
  app.use(express.static(site, { index: false, setHeaders: cacheHeaders }));
  app.get('/{*splat}', (_request, response, next) => {
    const page = join(site, 'index.html');
    if (!existsSync(page))
      return next(new Refusal(404, 'The app is not built yet. Run “npm run build”.'));
    response.set('cache-control', 'no-cache').sendFile(page);
  });
  app.use((error: unknown, _request: Request, response: Response, _next: NextFunction) => {
    const status = statusOf(error);
    if (status >= 500) log.error(error);
    if (response.headersSent) return response.destroy();
    response.status(status).json({ error: (error as Error).message });
  });
  return app;
}

function encodeRoutes(encodes: Encodes): express.Router {
  const router = express.Router();
  router.post('/', express.json({ limit: '10kb' }), (request, response) => {
    response.status(201).json(encodes.create(readEncodeRequest(request.body)));
  });
  router.get('/:id', async (request, response) => {
    response.json({ place: await encodes.place(request.params.id) });
  });
  router.post('/:id/sound', async (request, response) => {
    await encodes.addSound(request.params.id, request);
    response.status(204).end();
  });
  router.post('/:id/frames/:first', async (request, response) => {
    const { id, first } = request.params;
    await encodes.addFrames(id, Number(first), Number(request.query.count), request);
    response.status(204).end();
  });
  router.post('/:id/finish', async (request, response) => {
    const { id } = request.params;
    const file = await encodes.finish(id);
    response.sendFile(file, () => encodes.drop(id));
  });
  router.delete('/:id', (request, response) => {
    encodes.drop(request.params.id);
    response.status(204).end();
  });
  return router;
}

function proxyRoutes(proxies: Proxies): express.Router {
  const router = express.Router();
  router.post('/', async (request, response) => {
    response.status(201).json(await proxies.create(request));
  });
  router.get('/:id', async (request, response) => {
    response.json(await proxies.progress(request.params.id));
  });
  router.get('/:id/file', (request, response) => {
    const { id } = request.params;
    response.sendFile(proxies.file(id), () => proxies.drop(id));
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
      },
    },
  });

/** Files with a hash in their name never change; everything else is asked for again. */
function cacheHeaders(response: Response, path: string): void {
  const hashed = path.includes('/_expo/') || path.includes('/assets/');
  response.set('cache-control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
}

function statusOf(error: unknown): number {
  if (error instanceof Refusal) return error.status;
  if (error instanceof ValidationError) return 400;
  const { status } = error as { status?: number };
  return status ?? 500;
}
