const http = require('node:http');
const path = require('node:path');
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

// Parts that the libraries' indexes reach and the app does not use: the router draws no stack, no tabs, no
// headers, no links and no map of the site here, its own forks stand in for a part of what it is made of, no list
// is virtual, and no picture is drawn from the text of an SVG.
const UNUSED = [
  /expo-router\/build\/views\/(Sitemap|useSitemap|Toast)\.js$/,
  /expo-router\/build\/native-tabs\/.*\.js$/,
  /expo-router\/build\/link\/(ExpoLink|BaseExpoRouterLink|elements|preview\/HrefPreview|zoom\/link-apple-zoom(-target)?)\.js$/,
  /expo-router\/build\/react-navigation\/native\/(createStaticNavigation|Link|NavigationContainer|ServerContainer|useLinkBuilder|useLinkProps|useLinkTo|useScrollToTop)\.js$/,
  /expo-router\/build\/react-navigation\/core\/(StaticNavigation|getStateFromPath|getPathFromState)\.js$/,
  /expo-router\/build\/react-navigation\/routers\/(TabRouter|DrawerRouter)\.js$/,
  /react-native-svg\/lib\/module\/(xml|css\/index|utils\/fetchData)\.js$/,
  /expo-router\/build\/(stack|color\/index|link\/index|standard-navigation\/index)\.js$/,
  /expo-router\/build\/layouts\/(Tabs|TabsClient|experimental-stack\/index|stack-utils\/index)\.js$/,
  /expo-router\/build\/react-navigation\/(bottom-tabs|elements)\/index\.js$/,
  /expo-router\/build\/react-navigation\/native-stack\/views\/NativeStackView\.js$/,
  /react-native-web\/dist\/exports\/(FlatList|SectionList|VirtualizedList)\/index\.js$/,
  /react-native-web\/dist\/exports\/(Button|CheckBox|Clipboard|KeyboardAvoidingView|Modal|Picker|ProgressBar|Switch|TouchableHighlight|TouchableOpacity)\/index\.js$/,
  /react-native-web\/dist\/vendor\/react-native\/(FlatList|SectionList|VirtualizedList|VirtualizedSectionList)\/index\.js$/,
];
const ICONS = '/glyphmaps/MaterialDesignIcons.json';

config.resolver.resolveRequest = (context, name, platform) => {
  // Metro takes one half of this package as CommonJS and the other as ES modules: two registries of
  // gestures, one of them empty. Node's own resolution keeps them together.
  if (name.startsWith('@use-gesture/')) {
    return { type: 'sourceFile', filePath: require.resolve(name) };
  }
  // Metro builds this package in twice, as CommonJS and as ES modules, of which either does all.
  if (name === 'immer') {
    return context.resolveRequest({ ...context, isESMImport: true }, name, platform);
  }
  if (!context.dev && name.endsWith(ICONS)) {
    return { type: 'sourceFile', filePath: path.join(__dirname, '.cache/icons.json') };
  }
  const found = context.resolveRequest(context, name, platform);
  return UNUSED.some((part) => part.test(found.filePath)) ? { type: 'empty' } : found;
};

// The one that comes with the bundler fetches a file right away. Expo's tries to run it first, and the error
// that ends in has the browser read all of the code again for its trace.
config.transformer.asyncRequireModulePath =
  require.resolve('metro-runtime/src/modules/asyncRequire');

// A module is run when it is first used, not with all others before the first screen is shown.
config.transformer.getTransformOptions = async () => ({ transform: { inlineRequires: true } });

module.exports = config;
