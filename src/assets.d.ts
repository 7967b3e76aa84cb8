declare module '*.ttf' {
  const asset: number;
  export default asset;
}

declare module 'react-native-paper/lib/module/styles/themes' {
  export { MD3DarkTheme, MD3LightTheme } from 'react-native-paper';
}
