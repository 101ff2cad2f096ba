import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import swcJest from '@swc/jest';

// Each test file has a global of its own, and whatever is looked up on it costs many times what it does elsewhere: a loop
// over the pixels of a photograph spends its time on finding `Math`. What nobody ever replaces is a constant of each module.
const LASTING = [
  'Array',
  'BigInt',
  'Boolean',
  'Error',
  'Float32Array',
  'Float64Array',
  'Int32Array',
  'JSON',
  'Map',
  'Math',
  'Number',
  'Object',
  'Promise',
  'Reflect',
  'RegExp',
  'Set',
  'String',
  'Symbol',
  'TypeError',
  'Uint16Array',
  'Uint32Array',
  'Uint8Array',
  'Uint8ClampedArray',
  'WeakMap',
  'WeakSet',
  'isNaN',
  'parseFloat',
  'parseInt',
];

/** The line of a module that finds them once; those that the module names itself are its own. */
export function lasting(code) {
  const own = new Set(
    [...code.matchAll(/\b(?:const|let|var|class|function|import|as)\b[^;=()]*/g)].flatMap(([words]) =>
      words.split(/\W+/),
    ),
  );
  const names = LASTING.filter((name) => !own.has(name) && code.includes(name));
  return names.length === 0 ? '' : `const { ${names.join(', ')} } = globalThis; `;
}

const OWN = createHash('sha256')
  .update(readFileSync(new URL(import.meta.url)))
  .digest('hex');

/** What turns TypeScript into what the tests run, for `transform`. */
export default {
  createTransformer(options) {
    const swc = swcJest.createTransformer(options);
    const within = (made) => ({ ...made, code: lasting(made.code) + made.code });
    return {
      canInstrument: swc.canInstrument,
      getCacheKey: (...given) => swc.getCacheKey(...given) + OWN,
      process: (...given) => within(swc.process(...given)),
      processAsync: async (...given) => within(await swc.processAsync(...given)),
    };
  },
};
