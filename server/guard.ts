import type { RequestHandler } from 'express';
import { Refusal } from './refusal';

/** Names by which this machine reaches itself. */
const LOCAL = ['127.0.0.1', 'localhost', '[::1]'];

/** A header that a form or a plain link cannot send, and a script of another origin only with leave. */
export const APP_HEADER = 'x-moon-patch';

/** Host names that this server answers to. @param publicHost what `PUBLIC_HOST` names, if anything */
export const hostsOf = (publicHost: string | undefined): ReadonlySet<string> =>
  new Set([...LOCAL, ...(publicHost ? [publicHost.toLowerCase()] : [])]);

/** Answers under its own names alone: any other is that of a page that had its name point here. */
export const onlyHosts =
  (hosts: ReadonlySet<string>): RequestHandler =>
  (request, _response, next) => {
    const name = (request.headers.host ?? '').toLowerCase().replace(/:\d+$/, '');
    next(hosts.has(name) ? undefined : new Refusal(421, 'This server has another address.'));
  };

/** Lets nothing but the app's own pages use the API. */
export const onlyOwnPages: RequestHandler = ({ method, headers }, _response, next) => {
  const site = headers['sec-fetch-site'];
  const foreign =
    (site !== undefined && site !== 'same-origin') ||
    (headers.origin !== undefined && hostIn(headers.origin) !== headers.host);
  const reads = method === 'GET' || method === 'HEAD';
  const own = reads || headers[APP_HEADER] !== undefined;
  next(!foreign && own ? undefined : new Refusal(403, 'Only Moon Patch itself may ask for this.'));
};

function hostIn(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}
