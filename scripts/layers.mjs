import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import swc from '@swc/core';

// The parser that the checker uses for TypeScript is told about JSX here, which it does not do by itself.
const parse = swc.parseFileSync;
swc.parseFileSync = (file, options) => parse(file, { ...options, tsx: file.endsWith('.tsx') });

const { cruise } = await import('dependency-cruiser');
const { default: extractTSConfig } = await import('dependency-cruiser/config-utl/extract-ts-config');
const { default: rules } = await import('../.dependency-cruiser.mjs');

/** What the server and the store are asked for by the interface: their types alone, which the cruiser cannot tell apart. */
function valuesInInterface(folders) {
  const own = folders.includes('src') ? 'src/ui' : folders.find((folder) => folder.startsWith('src/ui'));
  if (own === undefined) return [];
  const files = readdirSync(own, { recursive: true }).filter((name) => /(?<!\.test)\.tsx?$/.test(name));
  return files.flatMap((name) => {
    const file = join(own, name);
    return swc
      .parseFileSync(file, { syntax: 'typescript' })
      .body.filter(
        ({ type, source, typeOnly, specifiers }) =>
          type === 'ImportDeclaration' &&
          /^@\/(server|store)\//.test(source.value) &&
          !typeOnly &&
          !(specifiers.length > 0 && specifiers.every(({ isTypeOnly }) => isTypeOnly)),
      )
      .map(({ source }) => `the-interface-uses-no-value-of-the-server: ${file} imports ${source.value}`);
  });
}

/**
 * Holds the imports below some folders against the layer rules.
 *
 * @param {readonly string[]} folders
 * @param {number} depth how far imports are followed out of them; 0 for as far as they go
 * @returns {Promise<{ modules: number, violations: string[] }>}
 */
export async function checkLayers(folders, depth = 0) {
  const { tsConfig, ...options } = rules.options;
  const { output } = await cruise(
    folders,
    { ...options, maxDepth: depth, tsConfig, ruleSet: { forbidden: rules.forbidden }, validate: true },
    { tsConfig: tsConfig.fileName, ...options.enhancedResolveOptions },
    { tsConfig: extractTSConfig(tsConfig.fileName) },
  );
  return {
    modules: output.summary.totalCruised,
    violations: [
      ...output.summary.violations.map(({ rule, from, to }) => `${rule.name}: ${from} imports ${to}`),
      ...valuesInInterface(folders),
    ],
  };
}

if (process.argv[1]?.endsWith('layers.mjs')) {
  const { modules, violations } = await checkLayers(['src', 'demo', 'e2e', 'bench']);
  for (const violation of violations) console.error(violation);
  console.log(`${modules} modules, ${violations.length} against the layers`);
  // Fewer would mean that the files were not read at all.
  process.exit(violations.length > 0 || modules < 100 ? 1 : 0);
}
