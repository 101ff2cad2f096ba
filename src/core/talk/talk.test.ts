import fc from 'fast-check';
import type { Doc } from '../text/nodes';
import { asBody, LONGEST_POST, plainBody, readBody } from './body';
import { areHours, expected } from './hours';
import { lettersOf, pseudonyms } from './pseudonyms';
import { mendUntil, notSaid, type Writing } from './writing';

const paragraph = (text: string, marks: unknown[] = []) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text, marks }] }],
});

describe('what is said', () => {
  test('is the small text: words, lists, quotes, links, formulas and pictures', () => {
    const said = readBody({
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'See ', marks: [{ type: 'bold' }] },
            { type: 'formula', attrs: { tex: 'x^2' } },
          ],
        },
        {
          type: 'bulletList',
          content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'one' }] }] }],
        },
        { type: 'blockquote', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'quoted' }] }] },
        { type: 'image', attrs: { src: `/api/text-pictures/${'a'.repeat(64)}`, alt: '' } },
      ],
    });
    expect(said).toMatchObject({ words: 'See x^2\none\nquoted', pictures: ['a'.repeat(64)] });
  });

  test.each([
    ['nothing', { type: 'doc', content: [] }, 'empty'],
    ['white space', plainBody(' \n '), 'empty'],
    ['too many letters', plainBody('a'.repeat(LONGEST_POST + 1)), 'too-long'],
    ['no tree', 'words', 'bad-body'],
    ['a table', { type: 'doc', content: [{ type: 'table', content: [] }] }, 'bad-body'],
    ['colours', paragraph('x', [{ type: 'ink', attrs: { tone: 'red' } }]), 'bad-body'],
    ['a script as a link', paragraph('x', [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }]), 'bad-link'],
    // URL Standard (WHATWG): what the parser refuses is no address.
    [
      'an address that none can parse',
      paragraph('x', [{ type: 'link', attrs: { href: 'https://exa mple.org' } }]),
      'bad-link',
    ],
    [
      'a picture from elsewhere',
      { type: 'doc', content: [{ type: 'image', attrs: { src: 'https://example.org/x.png' } }] },
      'bad-body',
    ],
  ])('%s is refused: %#', (_name, value, code) => {
    expect(readBody(value)).toBe(code);
  });

  test('links are kept that the parser of the URL Standard takes, and no others', () => {
    fc.assert(
      fc.property(fc.oneof(fc.webUrl(), fc.string()), (href) => {
        const said = readBody(paragraph('x', [{ type: 'link', attrs: { href } }]));
        const parsed = URL.canParse(href) ? new URL(href) : null;
        if (typeof said !== 'string') expect(parsed?.protocol).toMatch(/^https?:$/);
        else if (parsed && /^https?:$/.test(parsed.protocol) && parsed.hostname.includes('.') && parsed.username === '')
          expect([href, said]).toEqual([href, /\.$/.test(parsed.hostname) ? 'bad-link' : said]);
      }),
    );
  });

  test('what is pasted becomes what a post knows, and loses no word', () => {
    const text = (words: string) => ({ type: 'text' as const, text: words });
    const doc: Doc = {
      type: 'doc',
      content: [
        { type: 'heading', attrs: { level: 2 }, content: [text('Head')] },
        {
          type: 'table',
          content: [
            {
              type: 'tableRow',
              content: [
                { type: 'tableCell', content: [{ type: 'paragraph', content: [text('a')] }] },
                { type: 'tableCell', content: [{ type: 'paragraph', content: [text('b')] }] },
              ],
            },
          ],
        },
        { type: 'codeBlock', content: [text('code')] },
        { type: 'question', attrs: { number: 1, text: 'Why?' } },
      ],
    };
    expect(readBody(asBody(doc))).toMatchObject({ words: 'Head\na  b\ncode\nWhy?' });
  });
});

describe('whether something can be said', () => {
  const free: Writing = {
    role: 'student',
    over: false,
    closed: false,
    paused: false,
    inAttempt: false,
    amongStudents: true,
    parties: true,
    workClosed: false,
    ownFirst: false,
    to: null,
  };
  test.each([
    [{}, null],
    [{ role: null }, 'not-member'],
    [{ over: true, paused: true }, 'class-over'],
    [{ parties: false }, 'party-left'],
    [{ inAttempt: true }, 'in-attempt'],
    [{ inAttempt: true, amongStudents: false }, null],
    [{ paused: true, closed: true }, 'paused'],
    [{ workClosed: true }, 'work-closed'],
    [{ closed: true }, 'floor-closed'],
    [{ ownFirst: true }, 'own-first'],
    [{ to: { withdrawn: true, threadClosed: true } }, 'withdrawn'],
    [{ to: { withdrawn: false, threadClosed: true } }, 'thread-closed'],
    [{ role: 'teacher', closed: true, inAttempt: true, ownFirst: true, workClosed: true }, null],
    [{ role: 'teacher', to: { withdrawn: true, threadClosed: false } }, 'withdrawn'],
  ] as const)('%j: %s', (more, code) => {
    expect(notSaid({ ...free, ...more } as Writing)).toBe(code);
  });

  test('it is mended for ten minutes', () => {
    expect(mendUntil('floor', 1000)).toBe(1000 + 600_000);
  });
});

describe('when an answer can be expected', () => {
  const hours = [
    { weekday: 1, from: 480, to: 1020 },
    { weekday: 3, from: 840, to: 960 },
    { weekday: 3, from: 600, to: 660 },
  ];
  test.each([
    [
      { weekday: 1, minute: 480 },
      { when: 'now', to: 1020 },
    ],
    [
      { weekday: 1, minute: 1020 },
      { when: 'later', days: 2, weekday: 3, from: 600, to: 660 },
    ],
    [
      { weekday: 3, minute: 700 },
      { when: 'later', days: 0, weekday: 3, from: 840, to: 960 },
    ],
    [
      { weekday: 7, minute: 0 },
      { when: 'later', days: 1, weekday: 1, from: 480, to: 1020 },
    ],
  ])('%j', (now, is) => expect(expected(hours, now)).toEqual(is));

  test('nobody who said nothing, or nonsense, is expected', () => {
    expect(expected([], { weekday: 1, minute: 0 })).toEqual({ when: 'unknown' });
    expect(
      [
        { weekday: 8, from: 0, to: 1 },
        { weekday: 1, from: 5, to: 5 },
        { weekday: 1, from: 0, to: 1441 },
      ].map(areHours),
    ).toEqual([false, false, false]);
  });

  test('whatever the hours are: now means within them, and later is the nearest beginning', () => {
    const hour = fc
      .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 0, max: 1438 }), fc.integer({ min: 1, max: 1440 }))
      .filter(([, from, to]) => from < to)
      .map(([weekday, from, to]) => ({ weekday, from, to }));
    fc.assert(
      fc.property(
        fc.array(hour, { minLength: 1 }),
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 0, max: 1439 }),
        (all, weekday, minute) => {
          const is = expected(all, { weekday, minute });
          const at = (weekday - 1) * 1440 + minute;
          const away = (one: (typeof all)[number]) =>
            (((one.weekday - 1) * 1440 + one.from - at + 7 * 1440 - 1) % (7 * 1440)) + 1;
          if (is.when === 'now')
            expect(all.some((one) => one.weekday === weekday && one.from <= minute && minute < one.to)).toBe(true);
          else if (is.when === 'later') expect(is.days * 1440 + is.from - minute).toBe(Math.min(...all.map(away)));
        },
      ),
    );
  });
});

test('people are called by letters in an order that their names say nothing about', () => {
  expect([0, 25, 26, 701, 702].map(lettersOf)).toEqual(['A', 'Z', 'AA', 'ZZ', 'AAA']);
  const called = pseudonyms(
    new Map([
      ['anna', 'f'],
      ['ben', '1'],
      ['cem', 'a'],
    ]),
  );
  expect([...called]).toEqual([
    ['ben', 'A'],
    ['cem', 'B'],
    ['anna', 'C'],
  ]);
});
