import { setFlagsFromString } from 'node:v8';

/**
 * The database is nine megabytes of code, most of which never runs: what does is checked as it is compiled, and compiled once more
 * when it has run for about as long as that takes. By itself the engine does it fifty times as early, which is a quarter of all that
 * a start costs, a fifth of making the demo, and nothing that is asked afterwards is answered sooner for it. It is said before the
 * database is opened.
 */
export function fewTiers() {
  setFlagsFromString('--wasm-lazy-validation');
  setFlagsFromString('--wasm-tiering-budget=100000000');
}
