import vm from 'node:vm';

// Each test file compiles anew what it loads: a tenth of all the time of the unit tests. What a process has compiled once is
// kept as the engine's own code, by its text, and comes back for every file after it.

/** Code shorter than this is compiled as fast as it is found. */
const SHORT = 300;
/** What imports as it runs is not kept: code that comes back has lost whom to ask for it. */
const IMPORTS_LATER = /(?<![.\w$])import\s*\(/;

const isWorthIt = (code) => code.length > SHORT && !IMPORTS_LATER.test(code);

const modules = new Map();
const functions = new Map();
const { SourceTextModule, compileFunction } = vm;

class KeptModule extends SourceTextModule {
  constructor(code, options) {
    const known = modules.get(code);
    super(code, known ? { ...options, cachedData: known } : options);
    if (known === undefined) modules.set(code, isWorthIt(code) ? this.createCachedData() : null);
  }
}

function keptFunction(code, parameters, options) {
  const known = functions.get(code);
  if (known) return compileFunction(code, parameters, { ...options, cachedData: known });
  const produceCachedData = known === undefined && isWorthIt(code);
  const made = compileFunction(code, parameters, { ...options, produceCachedData });
  functions.set(code, made.cachedData ?? null);
  return made;
}

/** From here on, what this process compiles is kept. */
export function keepCode() {
  vm.SourceTextModule = KeptModule;
  vm.compileFunction = keptFunction;
}
