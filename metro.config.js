const http = require('node:http');
const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);
const API_PORT = Number(process.env.API_PORT ?? 8091);

const ISOLATION = {
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-embedder-policy': 'require-corp',
  'cross-origin-resource-policy': 'same-origin',
};

/** One isolated origin while developing: the encode API is passed on to its own server. */
function passOn(request, response) {
  const { method, url, headers } = request;
  const upstream = http.request({ port: API_PORT, path: url, method, headers }, (answer) => {
    response.writeHead(answer.statusCode, answer.headers);
    answer.pipe(response);
  });
  upstream.on('error', () => response.writeHead(502).end());
  request.pipe(upstream);
}

config.server.enhanceMiddleware = (middleware) => (request, response, next) => {
  for (const [name, value] of Object.entries(ISOLATION)) response.setHeader(name, value);
  if (request.url.startsWith('/api/')) return passOn(request, response);
  return middleware(request, response, next);
};

// Metro takes one half of this package as CommonJS and the other as ES modules: two registries of
// gestures, one of them empty. Node's own resolution keeps them together.
config.resolver.resolveRequest = (context, name, platform) =>
  name.startsWith('@use-gesture/')
    ? { type: 'sourceFile', filePath: require.resolve(name) }
    : context.resolveRequest(context, name, platform);

// A module is run when it is first used, not with all others before the first screen is shown.
config.transformer.getTransformOptions = async () => ({ transform: { inlineRequires: true } });

module.exports = config;
