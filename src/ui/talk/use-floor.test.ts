import * as fc from 'fast-check';
import type { AssignmentId, ClassId, PersonId, PostId, TalkId } from '@/core/ids';
import type { AddedPost, FloorView } from '@/server/reading/talk/floor';
import { withAdded } from './use-floor';

const EMPTY: FloorView = {
  classId: 'weather' as ClassId,
  threads: [],
  more: null,
  writing: null,
  role: 'student',
  reader: 'p0' as PersonId,
  people: [],
  seen: {},
  pausedHere: [],
};

/** A post of a talk; the first of a talk begins a thread, whatever is said of it. */
const said = (talk: number, number: number, at: number, by: number, reply: boolean): AddedPost => ({
  id: `${talk}-${number}` as PostId,
  talk: `talk-${talk}` as TalkId,
  number,
  to: null,
  root: reply && number > 1 ? (`${talk}-1` as PostId) : null,
  author: `Person ${by}`,
  authorId: `p${by}` as PersonId,
  teacher: false,
  body: null,
  at,
  mended: false,
  withdrawn: 'no',
  answer: false,
  reported: false,
  files: [],
  assignment: { id: `work-${talk}` as AssignmentId, title: `Work ${talk}` },
});

/** What is said in up to four talks, each in its order, told of in any mixture, some of it twice. */
const told = fc
  .array(
    fc.record({
      talk: fc.nat(3),
      by: fc.nat(3),
      reply: fc.boolean(),
      later: fc.nat(2),
      again: fc.boolean(),
    }),
    { maxLength: 40 },
  )
  .map((lines) => {
    const numbers = [0, 0, 0, 0];
    const times = [0, 0, 0, 0];
    return lines.flatMap(({ talk, by, reply, later, again }) => {
      numbers[talk] = (numbers[talk] ?? 0) + 1;
      times[talk] = (times[talk] ?? 0) + later;
      const post = said(talk, numbers[talk] ?? 0, times[talk] ?? 0, by, reply);
      return again ? [post, post] : [post];
    });
  });

test('whatever is told of in whatever mixture: the newest first, each once, replies counted once', () => {
  fc.assert(
    fc.property(told, (posts) => {
      const view = posts.reduce((floor, post) => withAdded(floor, post, null), EMPTY);
      const each = [...new Map(posts.map((post) => [post.id, post])).values()];
      const roots = each.filter(({ root }) => root === null);
      expect(view.threads.map(({ id }) => id).sort()).toEqual(roots.map(({ id }) => id).sort());
      for (const [i, thread] of view.threads.entries()) {
        const before = view.threads[i - 1];
        if (before) expect(before.at > thread.at || (before.at === thread.at && before.id < thread.id)).toBe(true);
        const replies = each.filter(({ root }) => root === thread.id);
        expect(thread.replies).toBe(replies.length);
        const others = [...replies, thread].some(({ authorId }) => authorId !== 'p0');
        expect(thread.unread).toBe(others);
      }
      for (const { talk, number } of each) expect(view.seen[talk]).toBeGreaterThanOrEqual(number);
    }),
  );
});

test('a floor about one assignment takes what is said about it, and nothing else', () => {
  fc.assert(
    fc.property(told, (posts) => {
      const view = posts.reduce((floor, post) => withAdded(floor, post, 'work-2'), EMPTY);
      const expected = new Set(
        posts.filter(({ talk, root }) => talk === 'talk-2' && root === null).map(({ id }) => id),
      );
      expect(new Set(view.threads.map(({ id }) => id))).toEqual(expected);
    }),
  );
});
