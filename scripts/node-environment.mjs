import asyncHooks from 'node:async_hooks';
import vm from 'node:vm';
import { TestEnvironment } from 'jest-environment-node';
import { keepCode } from './kept-code.mjs';
import { clear } from './scratch.mjs';

keepCode();

const stores = new Set();

/** What goes along with everything that waits: each one of these that was used makes every promise of the process dearer. */
class CountedStorage extends asyncHooks.AsyncLocalStorage {
  constructor(...given) {
    super(...given);
    stores.add(this);
  }
}
asyncHooks.AsyncLocalStorage = CountedStorage;

/**
 * What each test file has to itself. The runner and what is tested leave such storages behind; they end with the file, or a
 * promise would go through those of all the files before it.
 */
export default class NodeEnvironment extends TestEnvironment {
  /**
   * The runner makes a global that asks another object for each name: to find `Math` takes a hundred times as long as elsewhere, which
   * was a tenth of what it costs to draw screens. Where Node has an ordinary one to give (20.18), it is that.
   */
  constructor(config, context) {
    const { createContext } = vm;
    vm.createContext = (given) => createContext(vm.constants?.DONT_CONTEXTIFY ?? given);
    try {
      super(config, context);
    } finally {
      vm.createContext = createContext;
    }
  }

  async teardown() {
    // Its processes live longer than the file, and would be ended by force.
    this.global.kiteWorkshop?.close?.();
    if (this.global.kiteScratch) clear(this.global.kiteScratch);
    for (const store of stores) store.disable();
    stores.clear();
    await super.teardown();
  }
}
