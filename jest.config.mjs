import { TEST_PACKAGES } from './scripts/test-packages.mjs';

/** Unit tests run as native modules, since much of what we use comes only as such. */
export default {
  testEnvironment: '<rootDir>/scripts/node-environment.mjs',
  roots: ['<rootDir>/src', '<rootDir>/scripts', '<rootDir>/demo'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: {
    // Before the folders: a sheet of styles may be named by its folder, too.
    '(^@/.*|\\.module|^\\./[\\w-]+)\\.css$': '<rootDir>/scripts/no-styles.mjs',
    // The one that watches over what is developed keeps a stack for each element that is made: a tenth of what a screen costs.
    // What it would say of keys that are missing, the linter says.
    '^react/jsx-runtime$': '<rootDir>/node_modules/react/cjs/react-jsx-runtime.production.js',
    ...TEST_PACKAGES,
    '^@/(.*)$': '<rootDir>/src/$1',
    '^@messages/(.*)$': '<rootDir>/messages/$1',
    '^@demo/(.*)$': '<rootDir>/demo/$1',
  },
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/test-transform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2023',
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
  globalSetup: '<rootDir>/scripts/jest-template.mjs',
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  testTimeout: 60_000,
  // Both of a small machine's processors: nothing else runs beside these.
  maxWorkers: '100%',
};
