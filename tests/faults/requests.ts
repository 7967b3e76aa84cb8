import { request } from 'node:http';
import { between, oneOf, type Random } from './random';

const PATHS = [
  '/api/proxies/../../etc/passwd',
  '/api/proxies/%2e%2e%2f%2e%2e',
  '/api/proxies/x/finish',
  '/api/proxies',
  '/api/proxies/x',
  '/api/proxies/x/file',
  '/api/health',
  '/api/%00',
  '/api/' + 'a'.repeat(4000),
  '/%c0%ae%c0%ae/etc/passwd',
  '/..%5c..%5cetc',
  '/__proto__',
] as const;

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'] as const;

/** Headers of the app itself, and of others, with whether what they write must be refused. */
const SENDERS: readonly (readonly [Record<string, string>, boolean])[] = [
  [{ 'x-moon-patch': 'app' }, false],
  [{ 'x-moon-patch': 'app', 'sec-fetch-site': 'same-origin' }, false],
  [{}, true],
  [{ origin: 'http://evil.example' }, true],
  [{ 'x-moon-patch': 'app', origin: 'http://evil.example' }, true],
  [{ 'x-moon-patch': 'app', 'sec-fetch-site': 'cross-site' }, true],
  [{ 'x-moon-patch': 'app', host: 'evil.example' }, true],
];

const BODIES = [
  '',
  '{}',
  '{',
  '['.repeat(4000),
  '{"width":1e99}',
  'x'.repeat(20_000),
  '\u0000\u0001',
] as const;

/** Milliseconds within which everything is answered. */
const SOON = 10_000;

/** One hostile request. @returns what is wrong with its answer */
export function hostileRequest(base: string, random: Random): Promise<readonly string[]> {
  const [sender, foreign] = oneOf(random, SENDERS);
  const method = oneOf(random, METHODS);
  const path = oneOf(random, PATHS);
  const type = oneOf(random, ['application/json', 'text/plain', 'image/png', 'a;b=']);
  const headers = { ...sender, 'content-type': type };
  const body = oneOf(random, BODIES);
  const cut = between(random, 0, 9) === 0;
  const called = `${method} ${path.slice(0, 60)}`;
  return new Promise((resolve) => {
    const asked = request(base + path, { method, headers, timeout: SOON });
    asked.on('timeout', () => asked.destroy(new Error('timeout')));
    asked.on('error', ({ message }) =>
      resolve(message === 'timeout' ? [`${called}: no answer`] : []),
    );
    asked.on('response', (response) => {
      let text = '';
      response.on('data', (piece) => (text += String(piece)));
      response.on('close', () => resolve(wrongIn(called, response.statusCode!, text)));
    });
    const wrongIn = (what: string, status: number, text: string): readonly string[] => {
      const writes = method !== 'GET' && method !== 'HEAD';
      return [
        ...(status >= 500 && status !== 503 && status !== 507 ? [`${what}: ${status}`] : []),
        ...(/root:|\/tmp\/|node_modules|at \w+ \(/.test(text) ? [`${what} told too much`] : []),
        ...(foreign && writes && new URL(base + path).pathname.startsWith('/api') && status < 400
          ? [`${what} was let in`]
          : []),
      ];
    };
    if (method !== 'GET' && method !== 'HEAD') asked.write(body);
    if (cut) asked.destroy();
    else asked.end();
  });
}
