/** Two worlds: the core and everything else that needs no page, and the interface in a made-up page. */
const preset = require('jest-expo/jest-preset');

/** What takes minutes, `*.long.test.ts`, has a command of its own. */
const LONG = '\\.long\\.test\\.tsx?$';
const testPathIgnorePatterns = ['/node_modules/', ...(process.env.LONG ? [] : [LONG])];

/** Packages that are ES modules alone have to be translated, as those of the preset. */
const [others, ...rest] = preset.transformIgnorePatterns;
const shared = {
  testPathIgnorePatterns,
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  transformIgnorePatterns: [
    others.replace('(.pnpm|', '(.pnpm|p-queue|p-timeout|eventemitter3|'),
    ...rest,
  ],
};

module.exports = {
  /** How long a test takes says nothing: machines that run them may be slow. */
  testTimeout: 60_000,
  projects: [
    {
      ...shared,
      displayName: 'core',
      preset: 'jest-expo/node',
      testMatch: ['<rootDir>/tests/unit/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/unit/seed.ts'],
    },
    {
      ...shared,
      displayName: 'interface',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/tests/unit/**/*.test.tsx'],
      setupFiles: ['<rootDir>/tests/unit/setup.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/unit/seed.ts', '<rootDir>/tests/unit/patience.ts'],
    },
  ],
};
