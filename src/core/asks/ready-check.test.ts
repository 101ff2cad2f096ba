import type { Ask } from '../kinds/ask';
import { isAddress } from '../text/address';
import type { Doc, DocNode, Mark } from '../text/nodes';
import { Measures } from './measures';
import { type Checked, readyCheck } from './ready-check';

const paragraph = (text: string): DocNode => ({
  type: 'paragraph',
  ...(text === '' ? {} : { content: [{ type: 'text', text }] }),
});

const starter = (...answers: string[]): Doc => ({
  type: 'doc',
  content: ['Why a ladder?', 'Which cloud?', 'Your sky?'].flatMap((text, i) => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id: `q${i + 1}` }, content: (answers[i] ?? '').split('\n').map(paragraph) },
  ]),
});

const asks: Ask[] = [
  { id: 'a', place: 'q1', bars: false, kind: 'sentences', min: 2, max: 3 },
  { id: 'b', place: 'q2', bars: true, kind: 'words', min: 4, max: 8 },
  { id: 'c', place: 'q3', bars: false, kind: 'answered' },
];

const found = (...answers: string[]) =>
  readyCheck({ asks, doc: starter(...answers), starter: starter(), locale: 'en' });

describe('the ready check', () => {
  test('an untouched starter is not ready to hand in', () => {
    expect(found()).toMatchObject({ untouched: true, ready: false, met: 0, words: 0 });
    expect(found().findings.map(({ problem }) => problem)).toEqual(['empty', 'empty', 'empty']);
  });

  test('white space alone leaves a starter untouched', () => {
    expect(found('  ', '\n')).toMatchObject({ untouched: true });
  });

  test('each question is looked at by itself, and told what is there and what was asked', () => {
    const check = found('It is easy to remember', 'The thin streaks right at the very top of it', 'Grey.');
    expect(check.findings).toMatchObject([
      { problem: 'too-few', found: 1, min: 2, max: 3, openEnd: true, number: 1, place: 'q1' },
      { problem: 'too-many', found: 10, min: 4, max: 8, number: 2 },
      { problem: 'none', result: 'met', number: 3 },
    ]);
    expect(check).toMatchObject({ met: 1, ready: false, untouched: false });
    expect(check.answers.map(({ answered }) => answered)).toEqual([true, true, true]);
  });

  test('only an ask that bars keeps the work from being handed in', () => {
    expect(found('One.', 'The thin streaks there', '')).toMatchObject({ met: 1, ready: true });
    expect(found('One. Two.', '', 'Grey.')).toMatchObject({ met: 2, ready: false });
  });

  test('a place that was removed from the document counts as empty', () => {
    const doc: Doc = { type: 'doc', content: starter('One. Two.').content?.slice(0, 2) ?? [] };
    expect(readyCheck({ asks, doc, starter: starter(), locale: 'en' }).findings[1]).toMatchObject({
      problem: 'empty',
      number: 2,
      place: 'q2',
    });
  });

  test('an empty document is not ready, starter or not', () => {
    expect(found('', '', '').ready).toBe(false);
    expect(
      readyCheck({ asks: [], doc: { type: 'doc', content: [paragraph('')] }, starter: null, locale: 'en' }).untouched,
    ).toBe(true);
  });

  test('without places, an ask is about the whole document', () => {
    const doc: Doc = { type: 'doc', content: [paragraph('Two words here.'), paragraph('And more.')] };
    const whole: Ask[] = [{ id: 'w', place: null, bars: true, kind: 'words', min: 5, max: null }];
    expect(readyCheck({ asks: whole, doc, starter: null, locale: 'en' })).toMatchObject({
      ready: true,
      words: 5,
      findings: [{ found: 5 }],
    });
  });

  test('lists and several paragraphs in one answer are all read', () => {
    const item = (text: string): DocNode => ({ type: 'listItem', content: [paragraph(text)] });
    const doc: Doc = {
      type: 'doc',
      content: [
        { type: 'question', attrs: { number: 1, text: 'Why?' } },
        {
          type: 'answer',
          attrs: { id: 'q1' },
          content: [paragraph('First.'), { type: 'bulletList', content: [item('Second.'), item('Third.')] }],
        },
      ],
    };
    expect(readyCheck({ asks: [asks[0] as Ask], doc, starter: null, locale: 'en' }).findings[0]).toMatchObject({
      found: 3,
      result: 'met',
    });
  });
});

describe('a formula', () => {
  const formula: DocNode = { type: 'formula', attrs: { tex: '\\frac{distnace}{time} = v' } };
  const line = (...parts: (string | DocNode)[]): DocNode => ({
    type: 'paragraph',
    content: parts.map((part) => (typeof part === 'string' ? { type: 'text', text: part } : part)),
  });
  const answer = (...content: DocNode[]): Doc => ({
    type: 'doc',
    content: [
      { type: 'question', attrs: { number: 1, text: 'How fast?' } },
      { type: 'answer', attrs: { id: 'q1' }, content },
    ],
  });
  const measures = new Measures('en', {
    misspelt: (words) =>
      words.split(/[^\p{L}]+/u).filter((word) => !['', 'The', 'speed', 'is', 'small'].includes(word)),
  });
  const check = (doc: Doc, ask: object) =>
    readyCheck(
      { asks: [{ id: 'x', place: 'q1', bars: true, ...ask } as Ask], doc, starter: answer(), locale: 'en' },
      measures,
    );

  test('is no words, and none of its letters is misspelt', () => {
    const doc = answer(line('The speed is ', formula));
    expect(check(doc, { kind: 'words', min: 3, max: 3 })).toMatchObject({ words: 3, findings: [{ result: 'met' }] });
    expect(check(doc, { kind: 'spelling' }).findings).toMatchObject([{ result: 'met', details: [] }]);
  });

  test('begins and ends a sentence like a word', () => {
    const ask = { kind: 'whole-sentences' };
    expect(check(answer(line('The speed is ', formula, '.')), ask).findings).toMatchObject([{ result: 'met' }]);
    expect(check(answer(line(formula, ' is small.')), ask).findings).toMatchObject([{ result: 'met' }]);
    expect(check(answer(line('the speed is ', formula)), ask).findings).toMatchObject([
      { problem: 'faults', details: ['the speed is …'] },
    ]);
  });

  test('or a picture by itself is an answer: what is missing are words, and the place is not empty', () => {
    for (const only of [line(formula), { type: 'image', attrs: { src: 'kite' } } as DocNode]) {
      expect(check(answer(only), { kind: 'answered' })).toMatchObject({ untouched: false, ready: true });
      for (const kind of ['words', 'sentences'])
        expect(check(answer(only), { kind, min: 2, max: null }).findings).toMatchObject([
          { problem: 'too-few', found: 0 },
        ]);
      // Where no words have to be there, none are missing.
      expect(check(answer(only), { kind: 'words', min: 0, max: 20 }).findings).toMatchObject([{ result: 'met' }]);
    }
  });

  test('or a picture elsewhere does not fill a place that was removed', () => {
    const doc: Doc = { type: 'doc', content: [line(formula), { type: 'image', attrs: { src: 'kite' } } as DocNode] };
    expect(check(doc, { kind: 'answered' }).findings).toMatchObject([{ problem: 'empty' }]);
    const elsewhere = readyCheck(
      { asks: [{ id: 'x', place: 'gone', bars: true, kind: 'answered' }], doc, starter: null, locale: 'en' },
      measures,
    );
    expect(elsewhere.findings).toMatchObject([{ problem: 'empty' }]);
  });
});

const text = (words: string, ...marks: Mark[]): DocNode => ({
  type: 'paragraph',
  content: [{ type: 'text', text: words, ...(marks.length > 0 ? { marks } : {}) }],
});
const item = (...content: DocNode[]): DocNode => ({ type: 'listItem', content });
const list = (...items: DocNode[]): DocNode => ({ type: 'bulletList', content: items });
const document = (...content: DocNode[]): Doc => ({ type: 'doc', content });

/** What one ask about a whole document finds. */
const one = (ask: object, doc: Doc, more: Partial<Checked> = {}, measures?: Measures) =>
  readyCheck(
    { asks: [{ id: 'x', place: null, bars: true, ...ask } as Ask], doc, starter: null, locale: 'en', ...more },
    measures,
  ).findings[0];

describe('what else a brief can ask for', () => {
  test('a list of ten: items are counted, an empty one is none, one inside another counts by itself', () => {
    const nine = list(...Array.from({ length: 8 }, (_, i) => item(text(`star ${i}`))), item(text('')));
    expect(one({ kind: 'items', min: 10, max: null }, document(nine))).toMatchObject({ found: 8, problem: 'too-few' });
    const nested = list(item(text('birds'), list(item(text('wren')), item(text('gull')))));
    expect(one({ kind: 'items', min: 3, max: 3 }, document(nested))).toMatchObject({ found: 3, result: 'met' });
  });

  test('where no list was made, its lines are the items', () => {
    expect(one({ kind: 'items', min: 2, max: null }, document(text('a rope'), text(''), text('a sail')))).toMatchObject(
      {
        found: 2,
        result: 'met',
      },
    );
  });

  test('three new words, each with its meaning: by colon, dash, “means”, or in a table', () => {
    const terms = { kind: 'terms', terms: [], min: 3, max: null };
    const cell = (words: string): DocNode => ({ type: 'tableCell', content: [text(words)] });
    const table: DocNode = {
      type: 'table',
      content: [
        { type: 'tableRow', content: [{ type: 'tableHeader', content: [text('Word')] }] },
        { type: 'tableRow', content: [cell('gust'), cell('a short strong wind')] },
        { type: 'tableRow', content: [cell('lull'), cell('')] },
      ],
    };
    const written = document(text('squall: a sudden storm'), text('Lee – the side away from the wind'), table);
    expect(one(terms, written)).toMatchObject({ found: 3, result: 'met' });
    expect(one(terms, document(text('squall: storm'), text('Lee means the quiet side')))).toMatchObject({ found: 1 });
    expect(one(terms, document(text('squall: a sudden storm'), text('Squall = a storm of wind')))).toMatchObject({
      found: 1,
    });
  });

  test('terms that the teacher named: those without a meaning are said', () => {
    const terms = { kind: 'terms', terms: ['Cirrus', 'stratus', 'nimbus'], min: 3, max: null };
    const written = document(text('A cirrus: thin and very high'), text('stratus'), text('Nimbus - it brings rain'));
    expect(one(terms, written)).toMatchObject({ found: 2, problem: 'too-few', details: ['stratus'] });
  });

  test('sentences that are not whole are named one by one, and never keep the work back', () => {
    const measures = new Measures('en', { hasVerb: (sentence) => /\b(is|was|ran)\b/.test(sentence) });
    const written = document(text('It was grey. the dog ran home. Such a storm! He is here'));
    expect(one({ kind: 'whole-sentences' }, written, {}, measures)).toMatchObject({
      result: 'advice',
      bars: false,
      problem: 'faults',
      details: ['the dog ran home.', 'Such a storm!', 'He is here'],
    });
  });

  test('a script without capitals is never told to begin with one', () => {
    expect(one({ kind: 'whole-sentences' }, document(text('كانت السماء رمادية. ذهبنا إلى البيت.')))).toMatchObject({
      result: 'met',
    });
    expect(one({ kind: 'whole-sentences' }, document(text('空は灰色でした。')), { locale: 'ja' })).toMatchObject({
      result: 'met',
    });
  });

  test('spelling is advice: each misspelt word once', () => {
    const measures = new Measures('en', { misspelt: (line) => line.split(/\W+/).filter((word) => word === 'teh') });
    const found = one({ kind: 'spelling' }, document(text('teh cat'), text('and teh dog')), {}, measures);
    expect(found).toMatchObject({ result: 'advice', bars: false, found: 1, details: ['teh'] });
  });

  test('a title is a heading before everything else; a name is any of those by which one is known', () => {
    const heading: DocNode = { type: 'heading', attrs: { level: 1 }, content: [{ type: 'text', text: 'Storms' }] };
    expect(one({ kind: 'title' }, document(text(''), heading, text('By Imke')))).toMatchObject({ result: 'met' });
    expect(one({ kind: 'title' }, document(text('Storms'), heading))).toMatchObject({ problem: 'empty' });
    const names = ['Imke Castellanos', 'Imke'];
    expect(one({ kind: 'name' }, document(text('by IMKE')), { names })).toMatchObject({ result: 'met' });
    expect(one({ kind: 'name' }, document(text('by me')), { names })).toMatchObject({ problem: 'empty' });
  });

  test('links that lead somewhere are counted, those that cannot be opened are said', () => {
    const link = (href: string) => text('here', { type: 'link', attrs: { href } });
    const written = document(link('https://example.org/a'), link('htp:/no'), text('and www.example.com/b, too'));
    expect(one({ kind: 'links', min: 3, max: null }, written)).toMatchObject({
      found: 2,
      problem: 'too-few',
      details: ['htp:/no'],
    });
    for (const bad of [
      'javascript:alert(1)',
      'http://',
      'https://nodot',
      'mailto:a@b.c',
      'https://me:pw@example.org',
      '',
    ]) {
      expect([bad, isAddress(bad)]).toEqual([bad, false]);
    }
  });

  test('a file that is demanded bars whatever the teacher chose, and one of another kind is no such file', () => {
    const ask = { kind: 'files', types: ['pdf'], min: 1, max: 2, bars: false };
    const pdf = (name: string, pages: number | null) => ({ name, kind: 'pdf' as const, pages });
    expect(one(ask, document(text('See file.')))).toMatchObject({ problem: 'empty', bars: true });
    const photo = { name: 'sky.png', kind: 'picture' as const, pages: null };
    expect(one(ask, document(), { files: [photo] })).toMatchObject({ problem: 'wrong-kind', details: ['sky.png'] });
    expect(one(ask, document(), { files: [pdf('a', 2), photo] })).toMatchObject({ result: 'met', found: 1 });
    expect(one(ask, document(), { files: [pdf('a', 1), pdf('b', 1), pdf('c', 1)] })).toMatchObject({
      problem: 'too-many',
    });
    const pages = { kind: 'pages', min: 2, max: 5 };
    expect(one(pages, document(), { files: [pdf('a', 1), pdf('b', null)] })).toMatchObject({ found: 1 });
  });

  test('files alone are something: work without a word may go when a file goes along', () => {
    const files = [{ name: 'map.pdf', kind: 'pdf' as const, pages: 1 }];
    expect(readyCheck({ asks: [], doc: document(), starter: null, locale: 'en', files })).toMatchObject({
      substance: 'blank',
      untouched: false,
      ready: true,
    });
  });
});

describe('what is one’s own in it', () => {
  const substance = (doc: Doc, given: Doc | null) =>
    readyCheck({ asks: [], doc, starter: given, locale: 'en' }).substance;

  test('a document of one’s own beside empty answers is something to hand in', () => {
    const along = (words: string): Doc => ({ type: 'doc', content: [...(starter('', '').content ?? []), text(words)] });
    expect(substance(along('It was grey all morning.'), starter('', ''))).toBe('own');
    expect(substance(along('  '), starter('', ''))).toBe('untouched');
    // What the teacher wrote above the answers is not the student's, wherever it stands.
    const told: Doc = { type: 'doc', content: [text('Look out first.'), ...(starter('', '').content ?? [])] };
    expect(substance(told, told)).toBe('untouched');
    expect(readyCheck({ asks: [], doc: along('It was grey.'), starter: starter('', ''), locale: 'en' })).toMatchObject({
      untouched: false,
      ready: true,
    });
  });

  test('blank, untouched, only the questions again, hardly touched, own', () => {
    expect(substance(document(text(' ')), null)).toBe('blank');
    expect(substance(starter(), starter())).toBe('untouched');
    expect(substance(starter('Why a ladder?', 'Which  cloud?'), starter())).toBe('only-questions');
    expect(substance(starter('Why a ladder? To climb.'), starter())).toBe('own');
    const long = document(text('A storm is coming over the hill and everyone runs. '.repeat(12)));
    expect(substance(long, long)).toBe('untouched');
    expect(substance(document(...(long.content ?? []), text('Me too.')), long)).toBe('hardly-touched');
    expect(substance(document(...(long.content ?? []), text('I ran as well, over the wet stones.')), long)).toBe('own');
    expect(substance(document(text('')), long)).toBe('blank');
  });

  test('whoever only writes the questions again is kept back, whoever adds a little is not', () => {
    expect(found('Why a ladder?', 'Which cloud?', 'Your sky?')).toMatchObject({ untouched: true, ready: false });
  });
});

describe('a check after a check', () => {
  test('a change in one answer measures that answer only, and finds the same as a new check', () => {
    const answers = Array.from({ length: 30 }, (_, i) => `Answer ${i} says this. And it says that.`);
    const many = (list: readonly string[]): Doc => ({
      type: 'doc',
      content: list.flatMap((words, i) => [
        { type: 'question', attrs: { number: i + 1, text: `Question ${i}` } },
        { type: 'answer', attrs: { id: `q${i}` }, content: [paragraph(words)] },
      ]),
    });
    const each: Ask[] = answers.flatMap((_, i): Ask[] => [
      { id: `s${i}`, place: `q${i}`, bars: false, kind: 'sentences', min: 2, max: null },
      { id: `w${i}`, place: `q${i}`, bars: false, kind: 'words', min: 5, max: null },
    ]);
    const measures = new Measures('en');
    const given = (list: readonly string[]) => ({ asks: each, doc: many(list), starter: null, locale: 'en' });
    readyCheck(given(answers), measures);
    const first = measures.taken;
    expect(first).toBe(60);
    const changed = answers.map((words, i) => (i === 7 ? 'Short.' : words));
    const check = readyCheck(given(changed), measures);
    expect(measures.taken - first).toBe(2);
    expect(check).toEqual(readyCheck(given(changed)));
    expect(check.findings.filter(({ result }) => result === 'unmet').map(({ askId }) => askId)).toEqual(['s7', 'w7']);
  });
});
