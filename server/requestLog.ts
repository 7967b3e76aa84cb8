import type { Request, RequestHandler } from 'express';
import type { Logger } from 'pino';

/** One line a request: method, route, status and time. No names of files, no paths, nothing a client sent. */
export const requestLog =
  (log: Logger): RequestHandler =>
  (request, response, next) => {
    const began = performance.now();
    response.on('close', () => {
      const { method } = request;
      const milliseconds = Math.round(performance.now() - began);
      log.info({ method, route: routeOf(request), status: response.statusCode, milliseconds });
    });
    next();
  };

const routeOf = ({ baseUrl, route }: Request): string =>
  route ? baseUrl + (route as { path: string }).path : 'a file of the app';
