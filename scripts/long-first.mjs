import module from '@jest/test-sequencer';

// A module of the older kind: what it gives is within.
const Sequencer = module.default ?? module;

// What takes longest begins first: begun last, it would be waited for by a processor that has nothing left to do. On a
// fresh clone nothing is known yet of how long each takes.
const LONG = [
  'src/workshop/workshop.test.ts',
  'src/server/doing/races.test.ts',
  'src/server/doing/backup/backup.test.ts',
  'src/core/text/linear.test.ts',
  'src/ui/marking/marking-screen.test.tsx',
  'src/ui/class-line/class-line-screen.test.tsx',
  'src/server/doing/accounts/signing-in.test.ts',
  'src/ui/set/asking.test.tsx',
  'src/ui/answers/answers-screen.test.tsx',
];

export default class LongFirst extends Sequencer {
  sort(tests) {
    const place = ({ path }) => {
      const at = LONG.findIndex((name) => path.endsWith(name));
      return at < 0 ? LONG.length : at;
    };
    return super.sort(tests).sort((a, b) => place(a) - place(b));
  }
}
