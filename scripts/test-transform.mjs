import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import swcJest from '@swc/jest';
import { LASTING, lastingOf } from './lasting.mjs';

/** The line of a module that finds them once; those that the module names itself are its own. */
export function lasting(code) {
  const own = new Set(
    [...code.matchAll(/\b(?:const|let|var|class|function|import|as)\b[^;=()]*/g)].flatMap(([words]) =>
      words.split(/\W+/),
    ),
  );
  const names = LASTING.filter((name) => !own.has(name) && code.includes(name));
  return names.length === 0 ? '' : lastingOf(names);
}

/** Files of JSON are named as what they are, which the runner wants to have said and a build does not. */
export const namingJson = (code) => code.replace(/(from\s+['"][^'"\n]+\.json['"]);/g, "$1 with { type: 'json' };");

const OWN = createHash('sha256')
  .update(readFileSync(new URL(import.meta.url)))
  .update(LASTING.join())
  .digest('hex');

/** What turns TypeScript into what the tests run, for `transform`. */
export default {
  createTransformer(options) {
    const swc = swcJest.createTransformer(options);
    const within = (made) => ({ ...made, code: namingJson(lasting(made.code) + made.code) });
    return {
      canInstrument: swc.canInstrument,
      getCacheKey: (...given) => swc.getCacheKey(...given) + OWN,
      process: (...given) => within(swc.process(...given)),
      processAsync: async (...given) => within(await swc.processAsync(...given)),
    };
  },
};
