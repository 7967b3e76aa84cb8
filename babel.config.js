module.exports = (api) => {
  api.cache(true);
  return {
    presets: ['babel-preset-expo'],
    // Of this library's index only what is used is built in.
    env: { production: { plugins: ['react-native-paper/babel'] } },
  };
};
