import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { EPub } from 'epub-gen-memory';
import { strToU8, zipSync } from 'fflate';
import { type DocNode, plainText } from '../text/document-json';
import { type Book, readBook } from './epub';

const here = (path: string) => `/parts/${path}`;

function opened(bytes: Uint8Array): Book {
  const book = readBook(bytes);
  if (!book.ok) throw new Error(book.problem);
  return book;
}

const read = (book: Book, chapter: number): DocNode => book.read(chapter, here) as DocNode;
const types = (doc: DocNode): string[] => (doc.content ?? []).map(({ type }) => type);

/** A book with one chapter, by the rules of EPUB 3.3, and whatever else is asked for. */
function bookOf(chapter: string, more: Record<string, string> = {}, spine = '<itemref idref="c"/>'): Uint8Array {
  const files: Record<string, string> = {
    mimetype: 'application/epub+zip',
    'META-INF/container.xml':
      '<container xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="OPS/p.opf" media-type="application/oebps-package+xml"/></rootfiles></container>',
    'OPS/p.opf': `<package xmlns="http://www.idpf.org/2007/opf" version="3.0"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:title>A &amp; B</dc:title></metadata><manifest><item id="c" href="a%20chapter.xhtml" media-type="application/xhtml+xml"/><item id="p" href="../img/p.png" media-type="image/png"/><item id="s" href="x.svg" media-type="image/svg+xml"/></manifest><spine>${spine}</spine></package>`,
    'OPS/a chapter.xhtml': `<html xmlns="http://www.w3.org/1999/xhtml"><head><title>One</title></head><body>${chapter}</body></html>`,
    'img/p.png': 'png',
    'OPS/x.svg': '<svg xmlns="http://www.w3.org/2000/svg"><script>bad()</script></svg>',
    ...more,
  };
  return zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])));
}

describe('a book that another program wrote (the package epub-gen-memory)', () => {
  let book: Book;
  beforeAll(async () => {
    const chapters = [
      { title: 'First light', content: '<p>The lamp burns <em>low</em>.</p><ul><li>oil</li><li>wick</li></ul>' },
      { title: 'Second light', content: '<h2>Noon</h2><p>Nobody came.</p>' },
    ];
    book = opened(
      new Uint8Array(await new EPub({ title: 'Lights', author: 'A. Keeper', lang: 'en' }, chapters).genEpub()),
    );
  });

  test('has its title, author and chapters in order', () => {
    expect(book).toMatchObject({ title: 'Lights', author: 'A. Keeper', language: 'en' });
    expect(book.chapters.map(({ title }) => title)).toEqual(expect.arrayContaining(['First light', 'Second light']));
  });

  test('its chapters read as they were written', () => {
    const at = (title: string) => book.chapters.findIndex((chapter) => chapter.title === title);
    const first = read(book, at('First light'));
    expect(plainText(first)).toContain('The lamp burns low.');
    expect(types(first)).toContain('bulletList');
    expect(plainText(read(book, at('Second light')))).toContain('Nobody came.');
  });
});

test('the demo’s own book: contents, a picture, a link from one chapter to another', () => {
  const book = opened(new Uint8Array(readFileSync(join(process.cwd(), 'demo', 'files', 'two-moths.epub'))));
  expect(book.chapters.map(({ title }) => title)).toEqual([
    'The lamp that would not',
    'Forty-one buckets',
    'What the boat saw',
    'The moth',
  ]);
  const image = read(book, 0).content?.find(({ type }) => type === 'image');
  expect(image?.attrs).toMatchObject({ src: '/parts/book/tower.png', alt: expect.stringContaining('tower') });
  expect(book.picture('book/tower.png')?.type).toBe('image/png');
  expect(JSON.stringify(read(book, 3))).toContain('#chapter=1');
});

describe('what could do harm does not come through', () => {
  test.each([
    ['<script>alert(1)</script><p>text</p>'],
    ['<p onclick="alert(1)">text</p>'],
    ['<p><a href="javascript:alert(1)">text</a></p>'],
    ['<p><a href="data:text/html,x">text</a></p>'],
    ['<p>text<img src="https://elsewhere.example/p.png"/></p>'],
    ['<p>text<img src="x.svg"/></p>'],
    ['<p>text<img src="../../../secret.png"/></p>'],
    ['<iframe src="x"/><object data="x"/><form><input value="a"/></form><p>text</p>'],
    ['<svg xmlns="http://www.w3.org/2000/svg"><foreignObject><script>bad()</script></foreignObject></svg><p>text</p>'],
    ['<style>p { background: url(https://elsewhere.example) }</style><p>text</p>'],
  ])('%s', (markup) => {
    const doc = read(opened(bookOf(markup)), 0);
    expect(plainText(doc)).toBe('text');
    expect(JSON.stringify(doc)).not.toMatch(/alert|bad\(|elsewhere|javascript|data:|secret|svg|onclick/);
  });

  test('a picture is served only when it is one, and nothing else of the book is', () => {
    const book = opened(bookOf('<p>text</p>'));
    expect(book.picture('img/p.png')?.type).toBe('image/png');
    for (const path of ['OPS/x.svg', 'OPS/a chapter.xhtml', 'META-INF/container.xml', '../p.png', '__proto__']) {
      expect([path, book.picture(path)]).toEqual([path, null]);
    }
  });
});

describe('text within blocks', () => {
  test('white space folds, text without a block becomes a paragraph, marks stay', () => {
    const doc = read(
      opened(bookOf('\n  loose <b>bold\n text</b> <br/>next\n<p> p </p><div><div>inner</div></div>')),
      0,
    );
    expect(doc.content).toEqual([
      {
        type: 'paragraph',
        content: [
          { type: 'text', text: 'loose ' },
          { type: 'text', text: 'bold text', marks: [{ type: 'bold' }] },
          { type: 'text', text: ' ' },
          { type: 'hardBreak' },
          { type: 'text', text: 'next' },
        ],
      },
      { type: 'paragraph', content: [{ type: 'text', text: 'p' }] },
      { type: 'paragraph', content: [{ type: 'text', text: 'inner' }] },
    ]);
  });

  test('tables, quotes, rules and nested lists', () => {
    const markup =
      '<table><tr><th>a</th><td>b</td></tr></table><blockquote><p>q</p></blockquote><hr/><ol><li>x<ul><li>y</li></ul></li></ol>';
    const doc = read(opened(bookOf(markup)), 0);
    expect(types(doc)).toEqual(['table', 'blockquote', 'horizontalRule', 'orderedList']);
    expect(doc.content?.[3]?.content?.[0]?.content?.map(({ type }) => type)).toEqual(['paragraph', 'bulletList']);
  });
});

describe('a file that is no book is named for what it is', () => {
  const encryption = (algorithm: string) => ({
    'META-INF/encryption.xml': `<encryption xmlns:enc="http://www.w3.org/2001/04/xmlenc#"><enc:EncryptedData><enc:EncryptionMethod Algorithm="${algorithm}"/></enc:EncryptedData></encryption>`,
  });
  test.each([
    ['noise', new Uint8Array(500).fill(7), 'not-a-book'],
    ['an archive of something else', zipSync({ 'a.txt': strToU8('a') }), 'not-a-book'],
    ['half a book', bookOf('<p>text</p>').slice(0, 300), 'not-a-book'],
    ['a container that leads nowhere', bookOf('x', { 'META-INF/container.xml': '<container/>' }), 'broken'],
    ['a book without chapters', bookOf('x', {}, ''), 'empty'],
    ['an encrypted book', bookOf('x', encryption('http://www.w3.org/2001/04/xmlenc#aes256-cbc')), 'encrypted'],
  ])('%s', (_, bytes, problem) => {
    expect(readBook(bytes)).toEqual({ ok: false, problem });
  });

  test('fonts that are only obfuscated do not lock a book', () => {
    expect(readBook(bookOf('<p>x</p>', encryption('http://www.idpf.org/2008/embedding'))).ok).toBe(true);
  });

  test('a bomb is not unpacked: an archive that declares 200 MB is refused by that figure', () => {
    const bomb = bookOf('<p>text</p>');
    const view = new DataView(bomb.buffer, bomb.byteOffset);
    // The central directory (APPNOTE 4.3.12): the size unpacked stands 24 bytes after its signature.
    for (let at = 0; at < bomb.byteLength - 46; at += 1) {
      if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 200 * 1024 * 1024, true);
    }
    expect(readBook(bomb)).toEqual({ ok: false, problem: 'too-large' });
  });
});
