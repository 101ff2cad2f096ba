import vm from 'node:vm';

// This process keeps its code (`node-environment.mjs`). None of these texts was compiled before.
const filler = `/* ${'long enough to be kept '.repeat(20)} */`;
const made = <Value>(code: string, options: vm.CompileFunctionOptions = {}) =>
  vm.compileFunction(`${code} ${filler}`, [], options) as unknown as (() => Value) & { cachedDataRejected?: boolean };

test('the same text is compiled once, and each time it is made it has a state of its own', () => {
  const counts = 'let n = 0; return () => { n += 1; return n; };';
  const [one, other] = [made<() => number>(counts), made<() => number>(counts)];
  expect([one.cachedDataRejected, other.cachedDataRejected]).toEqual([undefined, false]);
  const [first, second] = [one(), other()];
  expect([first(), first(), second()]).toEqual([1, 2, 1]);
});

test('in another context it finds what is there', () => {
  const [here, there] = [vm.createContext({ place: 'here' }), vm.createContext({ place: 'there' })];
  const said = [here, there].map((parsingContext) => made<string>('return place;', { parsingContext })());
  expect(said).toEqual(['here', 'there']);
});

test('a module is one of its own each time, too', async () => {
  const run = async () => {
    const context = vm.createContext({ said: [] as number[] });
    const module = new vm.SourceTextModule(`let n = 0; n += 1; said.push(n); ${filler}`, { context });
    await module.link(() => Promise.reject(new Error('it imports nothing')));
    await module.evaluate();
    return context.said;
  };
  expect([await run(), await run()]).toEqual([[1], [1]]);
});

test('what imports as it runs goes on asking whom it was told to ask', async () => {
  for (const answer of ['first', 'second']) {
    const asks = made<Promise<{ answer: string }>>("return import('somewhere');", {
      importModuleDynamically: async () => {
        const module = new vm.SyntheticModule(['answer'], function set() {
          this.setExport('answer', answer);
        });
        await module.link(() => Promise.reject(new Error('it imports nothing')));
        await module.evaluate();
        return module;
      },
    });
    expect((await asks()).answer).toBe(answer);
  }
});
