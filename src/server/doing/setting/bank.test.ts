import { renamed } from '@/core/questions/renamed';
import { readTyped } from '@/core/questions/typed';
import { bankOf, keepInBank } from '@/store/bank';
import { read } from '@/store/database';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { bank, changeBank, MOST_IN_BANK } from './bank';

const NOW = Date.now();
let school: TestSchool;
let bello: Person;
let haddad: Person;
beforeAll(async () => {
  school = await testSchool();
  [bello, haddad] = await Promise.all([school.person('t-bello'), school.person('t-haddad')]);
}, 60_000);
afterAll(() => school.end());

const [question] = readTyped('1. How far does\nit rise?\n( ) four\n(x) five').set.sections.flatMap(
  (one) => one.questions,
);
const rubric = [{ id: 'c', title: 'Clear', points: 5, levels: [{ title: 'good', points: 5, says: '' }] }];
const keep = (kind: 'question' | 'rubric', content: unknown, who = bello) =>
  changeBank(school.db, who, { keep: { kind, content } }, NOW);

test('questions and rubrics are kept under their first words, each by its teacher alone', async () => {
  expect(await keep('question', question)).toMatchObject({ ok: true, bank: [{ title: 'How far does it rise?' }] });
  const both = await keep('rubric', rubric);
  expect(both.ok && both.bank.map(({ kind, content }) => [kind, content])).toEqual(
    expect.arrayContaining([
      ['question', question],
      ['rubric', rubric],
    ]),
  );
  expect(await bank(school.db, haddad)).toEqual({ ok: true, bank: [] });
  const [first] = both.ok ? both.bank : [];
  // What is another's cannot be dropped by its name.
  await changeBank(school.db, haddad, { drop: first?.id ?? '' }, NOW);
  expect(await read(school.db, bankOf(bello.id))).toHaveLength(2);
  await changeBank(school.db, bello, { drop: first?.id ?? '' }, NOW);
  expect(await read(school.db, bankOf(bello.id))).toHaveLength(1);
});

test('what is nothing of its kind is not kept, nor more than one teacher may', async () => {
  for (const [kind, content] of [
    ['question', rubric],
    ['question', { id: 'x' }],
    ['rubric', []],
    ['rubric', 'clear'],
    ['question', null],
  ] as const)
    expect(await keep(kind, content)).toEqual({ ok: false, code: 'not-of-its-kind' });
  const banked = { kind: 'rubric', content: rubric, title: 'Clear' } as const;
  for (const id of ['a', 'b']) await keepInBank(school.db, { id, ownerId: haddad.id, banked, at: NOW }, MOST_IN_BANK);
  expect(await keepInBank(school.db, { id: 'd', ownerId: haddad.id, banked, at: NOW }, 2)).toBe(false);
});

test('what is taken out has names of its own, and says the same', () => {
  let n = 0;
  const name = () => {
    n += 1;
    return `new${n}`;
  };
  const again = renamed(question, name);
  const ids = (one: typeof question) => JSON.stringify(one).match(/"id":"[^"]*"/g) ?? [];
  const before = new Set<string>(ids(question));
  expect(ids(again).some((id) => before.has(id))).toBe(false);
  const part = again?.parts[0];
  if (part?.kind !== 'one') throw new Error(part?.kind);
  expect(part.set.right).toBe(part.set.choices[1]?.id);
  const pairs = renamed({ left: [{ id: 'a' }], right: [{ id: 'b' }], pairs: { a: 'b' } }, (id) => `${id}${id}`);
  expect(pairs).toEqual({ left: [{ id: 'aa' }], right: [{ id: 'bb' }], pairs: { aa: 'bb' } });
});
