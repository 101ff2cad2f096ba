import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';

// Each test file loads everything anew, and some packages come as hundreds of files: for the tests each of these is put
// together into one. Of several doors of one package what stands behind them stays the same thing.
const TOGETHER = [
  '@mantine/core',
  '@mantine/hooks',
  '@testing-library/user-event',
  'date-fns',
  'fflate',
  'mathjs',
  'mathjs/number',
  'zod',
  'zod/mini',
];
const FOLDER = join('.cache', 'test-packages');
const VERSIONS = join(FOLDER, 'versions');

// Of this one little is used, and all of it is made anew for each test file.
const NUMBER = join(FOLDER, 'number.mjs');
const NUMBER_USED = "export { create, parseDependencies } from 'mathjs/number';";

/** By what the tests find a package in its one file, for `moduleNameMapper`. */
export const TEST_PACKAGES = Object.fromEntries(
  TOGETHER.map((name) => [`^${name}$`, `<rootDir>/${FOLDER}/${name.replace(/[@/]/g, '_')}.mjs`]),
);

const isTogether = (path) =>
  TOGETHER.some(
    (name) =>
      path === name ||
      path.startsWith(
        `${name
          .split('/')
          .slice(0, name.startsWith('@') ? 2 : 1)
          .join('/')}/`,
      ),
  );

/** Leaves what is another package's where it is, so that there is one of it. */
const othersStay = {
  name: 'others-stay',
  setup(bundle) {
    bundle.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || isTogether(path) ? undefined : { path, external: true },
    );
  },
};

/** Puts the packages together where that was not done yet for the versions that are installed. */
export async function bundleTestPackages() {
  const versions = createHash('sha256')
    .update(readFileSync('package-lock.json'))
    .update(readFileSync(new URL(import.meta.url)))
    .digest('hex');
  if (existsSync(VERSIONS) && readFileSync(VERSIONS, 'utf8') === versions) return;
  mkdirSync(FOLDER, { recursive: true });
  writeFileSync(NUMBER, NUMBER_USED);
  await build({
    entryPoints: Object.fromEntries(
      TOGETHER.map((name) => [name.replace(/[@/]/g, '_'), name === 'mathjs/number' ? NUMBER : name]),
    ),
    outdir: FOLDER,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    conditions: ['module', 'import'],
    target: 'node20',
    // Without what is said of imports in comments: code that imports as it runs is not kept (`kept-code.mjs`).
    minifyWhitespace: true,
    logLevel: 'error',
    plugins: [othersStay],
  });
  writeFileSync(VERSIONS, versions);
}
