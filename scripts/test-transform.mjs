import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import swcJest from '@swc/jest';
import { parse } from 'acorn';

/** Files of JSON are named as what they are, which the runner wants to have said and a build does not. */
export const namingJson = (code) => code.replace(/(from\s+['"][^'"\n]+\.json['"]);/g, "$1 with { type: 'json' };");

/**
 * A test file as what `describe` takes: what it imports stays outside, the rest is done when it is called. Each line stays
 * the line it was.
 */
export function asFunction(code) {
  const imports = [];
  let rest = code;
  for (const { type, start, end } of parse(code, { ecmaVersion: 'latest', sourceType: 'module' }).body) {
    if (type.startsWith('Export')) throw new SyntaxError('A test file gives nothing to others.');
    if (type !== 'ImportDeclaration') continue;
    const line = code.slice(start, end);
    imports.push(line.replaceAll('\n', ' '));
    rest = rest.slice(0, start) + line.replace(/[^\n]/g, ' ') + rest.slice(end);
  }
  return `${imports.join(' ')} export default () => { ${rest}\n};`;
}

const OWN = createHash('sha256')
  .update(readFileSync(new URL(import.meta.url)))
  .digest('hex');

/** What turns TypeScript into what the tests run, for `transform`; `together` says that test files are called by others. */
export default {
  createTransformer({ together = false, ...options }) {
    const swc = swcJest.createTransformer(options);
    const within = ({ code, ...made }, path) => {
      const named = namingJson(code);
      return { ...made, code: together && /\.test\.tsx?$/.test(path) ? asFunction(named) : named };
    };
    return {
      canInstrument: swc.canInstrument,
      getCacheKey: (...given) => `${swc.getCacheKey(...given)}${OWN}${together}`,
      process: (source, path, ...given) => within(swc.process(source, path, ...given), path),
      processAsync: async (source, path, ...given) => within(await swc.processAsync(source, path, ...given), path),
    };
  },
};
