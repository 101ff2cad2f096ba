import alone from './jest.config.mjs';
import { GROUPS, testFiles, writeGroups } from './scripts/test-groups.mjs';

const [[sources, [transform, options]]] = Object.entries(alone.transform);

writeGroups(process.env.KITE_TEST_FILES?.split('\n') ?? testFiles(['src', 'scripts', 'demo']));

/**
 * The same tests, or those of the files that `KITE_TEST_FILES` names, with files that lie next to each other sharing what they
 * load (`scripts/test-groups.mjs`).
 */
export default {
  ...alone,
  roots: [`<rootDir>/${GROUPS}`],
  testMatch: ['**/*.test.mjs'],
  testSequencer: '<rootDir>/scripts/long-first.mjs',
  transform: { [sources]: [transform, { ...options, together: true }] },
};
