import { Element } from 'domhandler';
import { outline } from '@/testing/outline';
import type { DocNode } from '../text/nodes';
import { parseMarkup } from './markup';
import { toDocument } from './markup-to-document';

const ADDRESSES = {
  picture: (source: string) => (source.startsWith('/') ? source : null),
  link: (href: string) => (href.startsWith('https:') ? href : null),
};
const read = (markup: string): DocNode =>
  toDocument(new Element('body', {}, [...parseMarkup(markup).children] as never), ADDRESSES);

/** A picture with its address. */
const leaf = ({ type, attrs }: DocNode) => (type === 'image' ? `image ${attrs?.src}` : type);
const outlineOf = (markup: string): unknown => read(markup).content?.map((node) => outline(node, leaf));

test('white space is folded over the borders of what is emphasised, a hard space stays', () => {
  expect(outlineOf('<p> a <b> b </b>  c\n</p><p>\n</p><p>5\u00a0m</p>')).toEqual([
    ['paragraph', ['a '], ['b ', 'bold'], ['c']],
    ['paragraph', ['5\u00a0m']],
  ]);
});

test('equal emphasis is one piece, however many elements said it; the same twice is once', () => {
  expect(outlineOf('<p><b>a</b><strong>b</strong><b><strong>c</strong></b><em><cite>d</cite></em></p>')).toEqual([
    ['paragraph', ['abc', 'bold'], ['d', 'italic']],
  ]);
});

test.each([
  'script',
  'style',
  'iframe',
  'object',
  'button',
  'textarea',
  'select',
  'template',
  'noscript',
  'video',
  'canvas',
])('%s is left out with all that is in it, between words and between paragraphs', (name) => {
  const left = `<${name}>no<p>no</p></${name}>`;
  expect(outlineOf(`<p>a ${left.replaceAll(/<\/?p>/g, '')}b</p>${left}<p>c</p>`)).toEqual([
    ['paragraph', ['a b']],
    ['paragraph', ['c']],
  ]);
});

test('a form is left out, too', () => {
  expect(outlineOf('<p>a</p><form><p>no</p><input value="no"></form><p>c</p>')).toEqual([
    ['paragraph', ['a']],
    ['paragraph', ['c']],
  ]);
});

test('addresses are what they are turned into, or none', () => {
  expect(outlineOf('<p><a href=" https://a.example ">a</a><a href="javascript:x()">b</a></p>')).toEqual([
    ['paragraph', ['a', 'link'], ['b']],
  ]);
  expect(read('<p><a href=" https://a.example ">a</a></p>')).toMatchObject({
    content: [{ content: [{ marks: [{ type: 'link', attrs: { href: 'https://a.example' } }] }] }],
  });
});

test('a link within a link is the inner one', () => {
  const markup = '<a href="https://outer.example"><b>a<span><a href="https://inner.example">b</a></span></b></a>';
  expect(JSON.stringify(read(markup)).match(/https:\/\/\w+/g)).toContain('https://inner');
});

test('a picture parts the words around it and stands by itself; in a drawing it is one, too', () => {
  expect(outlineOf('<p>before <img src="/a.png" alt="A"> after <img src="https://far.example/b.png"></p>')).toEqual([
    ['paragraph', ['before']],
    'image /a.png',
    ['paragraph', ['after']],
  ]);
  expect(outlineOf('<svg><image xlink:href="/c.png"/></svg>')).toEqual(['image /c.png']);
});

test('a list that stands beside the item it belongs to comes along, as do words between items', () => {
  expect(outlineOf('<ul><li>a</li><ol><li>b</li></ol>loose<li>c</li></ul>')).toEqual([
    [
      'bulletList',
      ['listItem', ['paragraph', ['a']], ['orderedList', ['listItem', ['paragraph', ['b']]]], ['paragraph', ['loose']]],
      ['listItem', ['paragraph', ['c']]],
    ],
  ]);
  expect(outlineOf('<ul><ul><li>deep</li></ul></ul>')).toEqual([
    ['bulletList', ['listItem', ['bulletList', ['listItem', ['paragraph', ['deep']]]]]],
  ]);
  expect(outlineOf('<ul>\n <li>a</li>\n <!-- c -->\n</ul><ol> </ol>')).toEqual([
    ['bulletList', ['listItem', ['paragraph', ['a']]]],
  ]);
});

test('a table keeps its caption, its heads and its rows, whatever they are gathered in', () => {
  expect(
    outlineOf(
      '<table><caption>Tides</caption><thead><tr><th>Day</th></tr></thead><tbody><tr><td><p>1</p></td></tr></tbody></table>',
    ),
  ).toEqual([
    ['paragraph', ['Tides']],
    ['table', ['tableRow', ['tableHeader', ['paragraph', ['Day']]]], ['tableRow', ['tableCell', ['paragraph', ['1']]]]],
  ]);
});

test('headings, quotations, code with its lines and rules; what is empty is none', () => {
  expect(outlineOf('<h3>A <i>b</i></h3><h2> </h2><blockquote>q</blockquote><pre>a\n  b<br>c</pre><hr>')).toEqual([
    ['heading', ['A '], ['b', 'italic']],
    ['blockquote', ['paragraph', ['q']]],
    ['codeBlock', ['a\n  b\nc']],
    'horizontalRule',
  ]);
});

test('words and blocks side by side are paragraphs in order', () => {
  expect(outlineOf('one<div>two<section>three</section>four</div><span>five</span>')).toEqual([
    ['paragraph', ['one']],
    ['paragraph', ['two']],
    ['paragraph', ['three']],
    ['paragraph', ['four']],
    ['paragraph', ['five']],
  ]);
});
