// Each test file has a global of its own, and whatever is looked up on it costs many times what it does elsewhere: a loop
// over the pixels of a photograph spends its time on finding `Math`. What nobody ever replaces is a constant of each module.
export const LASTING = [
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

/** The line that finds some of them once. */
export const lastingOf = (names) => `const { ${names.join(', ')} } = globalThis; `;
