import { JSDOM } from 'jsdom';
import { says } from '@/testing/says';
import type { Annotation } from '../remarks/annotation';
import { feedbackPage } from './feedback-page';
import { ownPage, tableOf } from './own-page';
import { type IndexWords, shelfIndex } from './shelf-index';
import { talkPage } from './talk-page';

const EVIL = '<script>alert(1)</script> & "quoted"';
/** A page as a browser reads it. Nothing of it may run or be fetched. */
function page(markup: string): Document {
  const { document } = new JSDOM(markup).window;
  expect(document.querySelectorAll('script, link, iframe, img[src^="http"], [onerror], [onload]')).toHaveLength(0);
  return document;
}
const texts = (document: Document, what: string) =>
  [...document.querySelectorAll(what)].map(({ textContent }) => textContent?.trim());

describe('a page that is whole by itself', () => {
  test('says its language, and runs from right to left where that does', () => {
    for (const [lang, dir] of [
      ['en-GB', 'ltr'],
      ['ar', 'rtl'],
      ['he-IL', 'rtl'],
      ['arn', 'ltr'],
    ]) {
      const { documentElement } = page(ownPage(lang ?? '', 'Clouds', ''));
      expect([documentElement.lang, documentElement.dir]).toEqual([lang, dir]);
    }
  });

  test('a title is text, whatever stands in it', () => {
    const read = page(ownPage('en', EVIL, '<p>body</p>'));
    expect([read.title, ...texts(read, 'h1')]).toEqual([EVIL, EVIL]);
  });

  test('a table has its heads, and a row for each', () => {
    const read = page(
      ownPage(
        'en',
        'x',
        tableOf(
          ['Wind <m/s>', 'Day'],
          [
            ['4', 'Monday'],
            ['7', 'Tuesday'],
          ],
        ),
      ),
    );
    expect(texts(read, 'th')).toEqual(['Wind <m/s>', 'Day']);
    expect(texts(read, 'tbody tr:last-child td')).toEqual(['7', 'Tuesday']);
  });
});

describe('feedback', () => {
  const WORDS = {
    lang: 'en',
    title: 'Reading the cloud ladder',
    criterion: 'Criterion',
    points: 'Points',
    comment: 'Comment',
    remarks: 'Remarks',
    answered: 'Answered:',
    pointsOf: (won: number | null, of: number) => `${won ?? '–'} of ${of}`,
  };
  const remark = (motivation: string, value: string, selector: object[]): Annotation =>
    ({ motivation, body: { value }, target: { selector } }) as unknown as Annotation;
  const BACK = {
    from: 'From Mr Bello',
    grade: '17 of 20',
    general: `Look again at the third.\n${EVIL}`,
    result: {
      byCriterion: [
        { criterion: { id: 'a', title: EVIL, points: 10, levels: [] }, won: 8, lost: 2, comment: 'Nearly.' },
        { criterion: { id: 'b', title: 'Reasons', points: 10, levels: [] }, won: null, lost: null, comment: '' },
      ],
      total: 8,
      outOf: 20,
      complete: false,
    },
    remarks: [
      { remark: remark('commenting', 'Say why.', [{ type: 'TextQuoteSelector', exact: 'It leans' }]), answer: 'Done.' },
      { remark: remark('highlighting', '', [{ type: 'TextQuoteSelector', exact: 'only marked' }]), answer: '' },
      {
        remark: remark('commenting', 'Here.', [{ type: 'FragmentSelector', value: 'page=3&viewrect=1,2,30,40' }]),
        answer: '',
      },
    ],
  };

  test('has its sum, what was said in general, each criterion, and each remark with what it is about', () => {
    const read = page(feedbackPage(WORDS, [BACK] as never));
    expect(texts(read, 'h2')).toEqual(['From Mr Bello']);
    expect(texts(read, 'tbody tr:first-child td')).toEqual([EVIL, '8 of 10', 'Nearly.']);
    expect(texts(read, 'tbody tr:last-child td')).toEqual(['Reasons', '– of 10', '']);
    // What was only marked says nothing.
    expect(texts(read, 'blockquote')).toEqual(['It leans', '▭ 3']);
    expect(texts(read, '.said')).toEqual([BACK.general, 'Say why.', 'Answered: Done.', 'Here.']);
  });

  test('without a rubric and remarks there is no table and no head of them', () => {
    const bare = { ...BACK, general: '', result: { ...BACK.result, byCriterion: [] }, remarks: [] };
    const read = page(feedbackPage(WORDS, [bare, bare] as never));
    expect(texts(read, 'h2')).toHaveLength(2);
    expect(read.querySelectorAll('table, h3, .said')).toHaveLength(0);
  });
});

test('what was said is a part for each talk, replies within it, and what was withdrawn says so', () => {
  const read = page(
    talkPage({ lang: 'ar', title: 'What was said', withdrawn: 'withdrawn' }, [
      {
        title: EVIL,
        said: [
          { who: 'Imke A.', when: 'today 9:00', body: says('Which cloud?'), files: [], reply: false },
          { who: EVIL, when: 'today 9:05', body: says(EVIL), files: ['sky & sea.png'], reply: true },
          { who: 'Wren', when: 'today 9:07', body: null, files: [], reply: true },
        ],
      },
      { title: 'Empty', said: [] },
    ]),
  );
  expect(read.documentElement.dir).toBe('rtl');
  expect(texts(read, 'h2')).toEqual([EVIL, 'Empty']);
  expect(texts(read, 'blockquote strong')).toEqual([EVIL, 'Wren']);
  expect(read.querySelectorAll('blockquote')[0]?.textContent).toContain('sky & sea.png');
  expect(read.querySelectorAll('blockquote')[1]?.textContent).toContain('withdrawn');
  expect(read.body.textContent).toContain('Which cloud?');
});

describe('the page of an archive', () => {
  const WORDS: IndexWords = {
    lang: 'en',
    title: 'Shelf of Imke',
    says: 'Everything that is yours.',
    own: 'Your own',
    what: 'What',
    madeFor: 'Made for',
    changed: 'Changed',
    receipts: 'Receipts',
    receipt: 'Receipt',
    class: 'Class',
    at: 'At',
    marks: null,
    talk: null,
    day: (at) => `day ${at}`,
  };
  const item = (board: string, title: string, more = {}) => ({
    board,
    title,
    assignment: null,
    path: `${board || 'own'}/${title}`,
    address: null,
    at: 1,
    ...more,
  });

  test('lists what lies in it, class by class, under addresses that lead there', () => {
    const read = page(
      shelfIndex(
        WORDS,
        [
          item('Weather & Sky', 'my map #1?.pdf'),
          item('', 'notes.txt'),
          item('Weather & Sky', 'log.csv', { assignment: 'Log' }),
        ],
        [],
      ),
    );
    expect(texts(read, 'h2')).toEqual(['Weather & Sky', 'Your own']);
    const [first] = read.querySelectorAll('a');
    expect(first?.textContent).toBe('my map #1?.pdf');
    expect(decodeURIComponent(first?.getAttribute('href') ?? '')).toBe('Weather & Sky/my map #1?.pdf');
    expect(first?.getAttribute('href')).not.toMatch(/[#? ]/);
    expect(texts(read, 'table:first-of-type tbody tr:last-child td')).toEqual(['log.csv', 'Log', 'day 1']);
  });

  test('a link leads where it led', () => {
    const read = page(
      shelfIndex(WORDS, [item('x', 'Tide table', { path: null, address: 'https://tides.example/?a=1&b=2' })], []),
    );
    expect(read.querySelector('a')?.getAttribute('href')).toBe('https://tides.example/?a=1&b=2');
  });

  test('receipts, marks and what was said are led to, where there are any', () => {
    const receipts = [{ number: 7, assignment: 'The ladder', class: 'Weather', path: 'receipts/7.pdf', at: 9 }];
    const read = page(
      shelfIndex(
        { ...WORDS, marks: { words: 'Marks', path: 'marks.csv' }, talk: { words: 'Said', path: 'said.html' } },
        [],
        receipts,
      ),
    );
    expect(texts(read, 'a')).toEqual(['Said', 'Marks', 'Receipt 7']);
    expect(texts(read, 'tbody td')).toEqual(['Receipt 7', 'The ladder', 'Weather', 'day 9']);
    expect(page(shelfIndex(WORDS, [], [])).querySelectorAll('a, table')).toHaveLength(0);
  });
});
