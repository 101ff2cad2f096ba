import { readFileSync } from 'node:fs';
import { withAddresses } from './prepare.mjs';

test('each package is looked for where registries have it by convention, under its own name', () => {
  const { packages } = withAddresses(
    {
      packages: {
        '': { name: 'kite-string' },
        'node_modules/zod': { version: '4.6.7', integrity: 'sha512-a' },
        'node_modules/@tus/server/node_modules/@redis/client': {
          name: 'empty-npm-package',
          version: '1.0.0',
          integrity: 'sha512-b',
        },
        'node_modules/next/node_modules/@swc/helpers': { version: '0.5.15', integrity: 'sha512-c' },
        'node_modules/elsewhere': { version: '1.0.0', integrity: 'sha512-d', resolved: 'https://elsewhere.test/e.tgz' },
      },
    },
    'https://packages.test/all/',
  );
  const addresses = Object.values<{ resolved?: string }>(packages).map(({ resolved }) => resolved);
  expect(addresses).toEqual([
    undefined,
    'https://packages.test/all/zod/-/zod-4.6.7.tgz',
    'https://packages.test/all/empty-npm-package/-/empty-npm-package-1.0.0.tgz',
    'https://packages.test/all/@swc/helpers/-/helpers-0.5.15.tgz',
    'https://elsewhere.test/e.tgz',
  ]);
});

test('the lock names no registry, and each of its packages says what it must hold', () => {
  const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
  const entries = Object.entries<{ integrity?: string; resolved?: string }>(lock.packages);
  const packages = entries.filter(([path]) => path !== '');
  expect(packages.length).toBeGreaterThan(500);
  expect(packages.filter(([, { resolved }]) => resolved !== undefined)).toEqual([]);
  expect(packages.filter(([, { integrity }]) => !integrity).map(([path]) => path)).toEqual([]);
});
