import alone from './jest.config.mjs';
import { GROUPS, writeGroups } from './scripts/test-groups.mjs';

const [[sources, [transform, options]]] = Object.entries(alone.transform);

writeGroups(['src', 'scripts', 'demo']);

/** The same tests, with files that lie next to each other sharing what they load (`scripts/test-groups.mjs`). */
export default {
  ...alone,
  roots: [`<rootDir>/${GROUPS}`],
  testMatch: ['**/*.test.mjs'],
  testSequencer: '<rootDir>/scripts/long-first.mjs',
  transform: { [sources]: [transform, { ...options, together: true }] },
};
