import fc from 'fast-check';
import * as Y from 'yjs';
import { readyCheck } from '../../asks/ready-check';
import { firstPart, partUpdate, readPart } from '../../documents/part-document';
import { plainBody } from '../../talk/body';
import type { Ask } from '../ask';
import { type PartPost, part, partText } from './part';
import { postAtPlace } from './places';

const said = (
  id: string,
  number: number,
  words: string,
  to: [person: string, who: string] | null = null,
): PartPost => ({
  id,
  number,
  at: number * 1000,
  doc: plainBody(words),
  to: to && { id: `of-${id}`, person: to[0], who: to[1], doc: plainBody('What they said?') },
});

const POSTS = [
  said('a', 1, 'one two three four'),
  said('b', 4, 'I see. Why?', ['otso', 'Otso L.']),
  said('c', 5, 'Not so.', ['hana', 'Hana S.']),
];

test('a part is read as what was said, each behind what it answers; only one’s own words count', () => {
  const text = partText({ posts: POSTS });
  expect(part.plainText({ posts: POSTS })).toBe(
    'one two three four\nWhat they said?\nI see. Why?\nWhat they said?\nNot so.',
  );
  const places = (text.content ?? []).flatMap((node) => (node.type === 'answer' ? String(node.attrs?.id) : []));
  expect(places.map(postAtPlace)).toEqual([{ replyTo: null }, { replyTo: 'otso' }, { replyTo: 'hana' }]);
  expect(postAtPlace('q1')).toBeNull();
});

test('what is asked of a discussion is counted in it: posts by their length, replies, people, questions', () => {
  const ask = (kind: Ask['kind'], more: object = {}): Ask =>
    ({ id: kind, place: null, bars: false, kind, min: 1, max: null, fewest: 0, most: null, ...more }) as Ask;
  const check = (asks: Ask[], posts: PartPost[]) =>
    readyCheck({ asks, doc: partText({ posts }), starter: null, locale: 'en' }).findings.map(
      ({ kind, found, result, details }) => [kind, found, result, details],
    );
  expect(
    check(
      [ask('posts', { fewest: 4, most: 5 }), ask('replies', { min: 2 }), ask('people', { min: 2 }), ask('asking')],
      POSTS,
    ),
  ).toEqual([
    ['posts', 1, 'met', []],
    ['replies', 2, 'met', []],
    ['people', 2, 'met', []],
    // The question that is answered is none of one’s own.
    ['asking', 1, 'met', []],
  ]);
  expect(
    check(
      [ask('posts', { fewest: 5 }), ask('people', { min: 2 })],
      [...POSTS.slice(0, 2), said('d', 6, 'More.', ['otso', 'Otso L.'])],
    ),
  ).toEqual([
    ['posts', 0, 'unmet', ['4']],
    ['people', 1, 'unmet', []],
  ]);
  expect(check([ask('asking')], [said('e', 1, 'هل هذا صحيح؟', ['x', 'X'])])).toEqual([['asking', 1, 'met', []]]);
});

test('whatever is said, mended and withdrawn, and in whatever order its updates come, the latest of each counts', () => {
  const state = fc.record({
    id: fc.constantFrom('a', 'b', 'c'),
    at: fc.integer({ min: 1, max: 50 }),
    gone: fc.boolean(),
  });
  fc.assert(
    fc.property(
      fc.uniqueArray(state, { selector: ({ id, at, gone }) => `${id} ${at} ${gone}`, minLength: 1 }),
      fc.infiniteStream(fc.nat()),
      (states, random) => {
        const updates = states.map(({ id, at, gone }) =>
          partUpdate(id, at, gone ? null : said(id, at, `said at ${at}`)),
        );
        const shuffled = updates
          .map((update) => ({ update, by: random.next().value as number }))
          .sort((a, b) => a.by - b.by);
        const ydoc = new Y.Doc();
        for (const { update } of shuffled) Y.applyUpdate(ydoc, update);
        const latest = ['a', 'b', 'c'].flatMap(
          (id) =>
            states.filter((one) => one.id === id).sort((x, y) => y.at - x.at || Number(y.gone) - Number(x.gone))[0] ??
            [],
        );
        expect(
          readPart(ydoc)
            .posts.map(({ id, at }) => [id, at])
            .sort(),
        ).toEqual(
          latest
            .filter(({ gone }) => !gone)
            .map(({ id, at }) => [id, at * 1000])
            .sort(),
        );
      },
    ),
  );
});

test('a part that is kept is the same when it is read', () => {
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, firstPart({ posts: POSTS }));
  expect(readPart(ydoc)).toEqual({ posts: POSTS });
  expect(part.overflow({ posts: POSTS })).toBeNull();
  expect(part.overflow({ posts: 'none' })).toBe('shape');
  expect(part.overflow({ posts: Array.from({ length: 2001 }, () => POSTS[0]) })).toBe('nodes');
});
