import module from '@jest/test-sequencer';

// A module of the older kind: what it gives is within.
const Sequencer = module.default ?? module;

// What takes longest begins first: begun last, it would be waited for by a processor that has nothing left to do. On a
// fresh clone nothing is known yet of how long each group takes.
const LONG = ['src-workshop', 'src-server', 'src-ui', 'src-store', 'src-core'];

export default class LongFirst extends Sequencer {
  sort(tests) {
    const place = ({ path }) => {
      const at = LONG.findIndex((name) => path.includes(name));
      return at < 0 ? LONG.length : at;
    };
    return super.sort(tests).sort((a, b) => place(a) - place(b));
  }
}
