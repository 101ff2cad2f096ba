import { readFileSync } from 'node:fs';
import { outline } from '@/testing/outline';
import { countWords } from '../text/counting';
import { type DocNode, plainText } from '../text/document-json';
import { toHtml } from './html-out';
import { fitToEditor, fromMarkup, fromPlainText } from './markup-in';

const said = (markup: string) => plainText(fromMarkup(markup));

describe('what is pasted from office programs', () => {
  test('paragraphs that look like lists become lists, without their signs as text', () => {
    const item = (bullet: string, words: string) =>
      `<p class=MsoListParagraph style='text-indent:-18pt;mso-list:l0 level1 lfo1'><!--[if !supportLists]--><span style='mso-list:Ignore'>${bullet}<span>&nbsp;</span></span><!--[endif]--><span lang=EN-GB>${words}<o:p></o:p></span></p>`;
    const doc = fromMarkup(
      `<html><head><style>p{color:red}</style></head><body>${item('·', 'a rope')}${item('·', 'a sail')}<p class=MsoNormal>Then:</p>${item('1.', 'cut')}${item('2.', 'tie')}</body></html>`,
    );
    expect(doc.content?.map((node) => outline(node))).toEqual([
      ['bulletList', ['listItem', ['paragraph', ['a rope']]], ['listItem', ['paragraph', ['a sail']]]],
      ['paragraph', ['Then:']],
      ['orderedList', ['listItem', ['paragraph', ['cut']]], ['listItem', ['paragraph', ['tie']]]],
    ]);
  });

  test('weight, slant and line of a style are marks; a bold wrapper that is not bold is none', () => {
    const doc = fromMarkup(
      '<b style="font-weight:normal"><p><span style="font-weight:700">Bold</span> and <span style="font-style:italic;text-decoration:underline">both</span></p></b>',
    );
    expect(outline(doc)).toEqual(['doc', ['paragraph', ['Bold', 'bold'], [' and '], ['both', 'underline', 'italic']]]);
  });

  test('fonts, sizes, classes, comments and unknown elements leave nothing behind', () => {
    const markup =
      '<!--StartFragment--><font face="Arial" size=7><p style="margin:0;color:#f00" class="x" onclick="a()">Plain<!-- c --></p></font><custom-x>words</custom-x><!--EndFragment-->';
    expect(fromMarkup(markup)).toEqual({
      type: 'doc',
      content: [
        { type: 'paragraph', content: [{ type: 'text', text: 'Plain' }] },
        { type: 'paragraph', content: [{ type: 'text', text: 'words' }] },
      ],
    });
  });

  test('tables are made even, headings are of two kinds, a list item begins with a line', () => {
    const doc = fromMarkup(
      '<h1>One</h1><h5>Two</h5><table><tr><th>a<th>b</tr><tr><td>c</tr></table><ul><li><ul><li>in</ul></ul><pre>x\ny</pre>',
    );
    expect(doc.content?.map((node) => outline(node))).toEqual([
      ['heading', ['One']],
      ['heading', ['Two']],
      [
        'table',
        ['tableRow', ['tableHeader', ['paragraph', ['a']]], ['tableHeader', ['paragraph', ['b']]]],
        ['tableRow', ['tableCell', ['paragraph', ['c']]], ['tableCell', 'paragraph']],
      ],
      ['bulletList', ['listItem', 'paragraph', ['bulletList', ['listItem', ['paragraph', ['in']]]]]],
      ['paragraph', ['x']],
      ['paragraph', ['y']],
    ]);
    expect(doc.content?.slice(0, 2).map((node) => (node.type === 'heading' ? node.attrs?.level : null))).toEqual([
      2, 3,
    ]);
  });

  test('pictures from elsewhere are not fetched; only our own come through', () => {
    const own = `/api/text-pictures/${'ab'.repeat(32)}`;
    const markup = `<img src="https://example.org/a.png"><img src="data:image/png;base64,AAAA"><img src="${own}" alt="sky"><img src="${own}/../x">`;
    expect(fromMarkup(markup).content).toEqual([{ type: 'image', attrs: { src: own, alt: 'sky' } }]);
  });

  test('nothing pasted is an empty line', () => {
    expect(fromMarkup('')).toEqual({ type: 'doc', content: [{ type: 'paragraph' }] });
    expect(fromPlainText('a\r\n\r\nb').content).toHaveLength(3);
  });
});

// The Big List of Naughty Strings (Max Woolf, MIT), whose section on script injection was gathered from OWASP.
const naughty = JSON.parse(readFileSync('node_modules/big-list-of-naughty-strings/blns.json', 'utf8')) as string[];
const KINDS = new Set(
  'doc paragraph heading bulletList orderedList listItem blockquote table tableRow tableCell tableHeader image text hardBreak'.split(
    ' ',
  ),
);

describe('known injections of scripts', () => {
  const walk = (node: DocNode, see: (node: DocNode) => void): void => {
    see(node);
    for (const child of node.content ?? []) walk(child, see);
  };

  test.each([
    ['as they are', (words: string) => words],
    ['within a paragraph', (words: string) => `<p>before ${words} after</p>`],
    ['as an attribute', (words: string) => `<a href="${words}" title='${words}'>link</a>`],
    ['as the source of a picture', (words: string) => `<img src='${words}' onerror=${words}>`],
  ])('%s: nothing but words and their form comes through', (_, wrap) => {
    const injections = naughty.filter((words) => /[<>]|javascript:|on\w+=/i.test(words));
    expect(injections.length).toBeGreaterThan(100);
    for (const words of injections) {
      const doc = fromMarkup(wrap(words));
      walk(doc, ({ type, attrs, marks }) => {
        expect([words, KINDS.has(type)]).toEqual([words, true]);
        expect([words, Object.keys(attrs ?? {}).filter((key) => !['level', 'src', 'alt'].includes(key))]).toEqual([
          words,
          [],
        ]);
        if (type === 'image') expect(attrs?.src).toMatch(/^\/api\/text-pictures\/[0-9a-f]{64}$/);
        for (const mark of marks ?? []) {
          if (mark.type === 'link')
            expect([words, String(mark.attrs?.href)]).toEqual([
              words,
              expect.stringMatching(/^(https?:\/\/|mailto:)/i),
            ]);
        }
      });
      const page = toHtml(doc, words, 'en');
      expect([words, /<(script|iframe|svg|object|embed|style)[\s>/]/i.test(page)]).toEqual([words, false]);
      expect([words, /<[^>]*\son\w+=/i.test(page)]).toEqual([words, false]);
    }
  });

  test('every naughty string is kept as text, counted without breaking, and fits the editor', () => {
    for (const words of naughty) {
      const doc = fromPlainText(words);
      expect(plainText(doc)).toBe(words.replace(/\r\n?/g, '\n').trim());
      expect(countWords(words, 'en')).toBeGreaterThanOrEqual(0);
      expect(fitToEditor(doc)).toMatchObject({ type: 'doc' });
    }
  });
});

test('what is read is what is said', () => {
  expect(said('<p>one</p><div>two <b>three</b><br>four</div>')).toBe('one\ntwo three\nfour');
});
