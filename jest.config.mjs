import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { TEST_PACKAGES } from './scripts/test-packages.mjs';

/** Unit tests run as native modules, since much of what we use comes only as such. */
const tests = {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/scripts', '<rootDir>/demo'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  moduleNameMapper: {
    // Before the folders: a sheet of styles may be named by its folder, too.
    '(^@/.*|\\.module|^\\./[\\w-]+)\\.css$': '<rootDir>/scripts/no-styles.mjs',
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
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
};
const globalSetup = '<rootDir>/scripts/jest-template.mjs';
const all = {
  testSequencer: '<rootDir>/scripts/long-first.mjs',
  testTimeout: 60_000,
  // Both of a small machine's processors: nothing else runs beside these.
  maxWorkers: '100%',
};

/** The unit tests of what keeps or runs something, as far as they have to do with a school. */
const ofSchools = () =>
  ['src/store', 'src/server/live', 'src/server/doing/handing-in']
    .flatMap((folder) => readdirSync(folder, { recursive: true }).map((name) => join(folder, name)))
    .filter((file) => /\.test\.tsx?$/.test(file) && readFileSync(file, 'utf8').includes('testSchool'));

// Where there is a server with many connections, some run once more on the database that ships, on which the journeys run, too.
const onBoth = process.env.KITE_TEST_DATABASE && process.env.KITE_TEST_BOTH;
export default onBoth
  ? {
      ...all,
      projects: [
        { ...tests, globalSetup },
        {
          ...tests,
          displayName: 'without a server',
          setupFiles: ['<rootDir>/scripts/without-server.mjs'],
          testMatch: ofSchools().map((file) => `<rootDir>/${file}`),
        },
      ],
    }
  : { ...tests, ...all, globalSetup };
