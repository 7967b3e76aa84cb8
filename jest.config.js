/** Two worlds: the core and everything else that needs no page, and the interface in a made-up page. */
const shared = { moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' } };

module.exports = {
  projects: [
    {
      ...shared,
      displayName: 'core',
      preset: 'jest-expo/node',
      testMatch: ['<rootDir>/tests/unit/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'interface',
      preset: 'jest-expo/web',
      testMatch: ['<rootDir>/tests/unit/**/*.test.tsx'],
      setupFiles: ['<rootDir>/tests/unit/setup.ts'],
    },
  ],
};
