import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import mammoth from 'mammoth';
import type { Doc, DocNode, Mark, MarkName } from '../text/nodes';
import { isRightToLeft, toDocx } from './docx-out';
import { toHtml } from './html-out';
import { toMarkdown } from './markdown-out';
import { toOdt } from './odt-out';
import { safeAddress } from './safe-address';
import { toPlainText } from './text-out';

const text = (words: string, ...marks: [MarkName, Record<string, unknown>?][]): DocNode => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 ? { marks: marks.map(([type, attrs]): Mark => (attrs ? { type, attrs } : { type })) } : {}),
});
const p = (...content: (DocNode | string)[]): DocNode => ({
  type: 'paragraph',
  content: content.map((part) => (typeof part === 'string' ? text(part) : part)),
});
const item = (...content: DocNode[]): DocNode => ({ type: 'listItem', content });
const cell = (type: 'tableCell' | 'tableHeader', words: string): DocNode => ({ type, content: [p(words)] });

const doc: Doc = {
  type: 'doc',
  content: [
    { type: 'question', attrs: { number: 1, text: 'Why a ladder?' } },
    {
      type: 'answer',
      attrs: { id: 'q1' },
      content: [
        p('It ', text('climbs', ['bold']), ' when it is ', text('good & fair', ['italic'], ['underline']), '.'),
        {
          type: 'bulletList',
          content: [
            item(p('streaks'), { type: 'orderedList', content: [item(p('high')), item(p('thin'))] }),
            item(p('heaps')),
          ],
        },
      ],
    },
    { type: 'heading', attrs: { level: 2 }, content: [text('What I <saw>')] },
    { type: 'blockquote', content: [p('A ring at four.')] },
    {
      type: 'table',
      content: [
        { type: 'tableRow', content: [cell('tableHeader', 'Day'), cell('tableHeader', 'Wind')] },
        { type: 'tableRow', content: [cell('tableCell', 'Monday'), cell('tableCell', '7 | m/s')] },
      ],
    },
    p(
      text('red', ['ink', { tone: 'red' }]),
      ' on ',
      text('straw', ['glow', { tone: 'straw' }]),
      ' ',
      text('here', ['link', { href: 'https://tides.example.org/a?b=1&c=2' }]),
    ),
    p('1. not a list, *not* bold'),
    p('ريح ', text('غربية', ['bold']), ' 7'),
  ],
};
const evil: DocNode = {
  type: 'doc',
  content: [
    p(
      text('x', ['link', { href: 'javascript:alert(1)' }], ['ink', { tone: '"><script>' }]),
      '<script>alert(1)</script>\u0000',
    ),
  ],
};

/** What another program reads in a file. */
function readWith(program: string, bytes: Uint8Array, args: string[] = []): string {
  const folder = mkdtempSync(join(tmpdir(), 'kite-out-'));
  try {
    writeFileSync(join(folder, 'file'), bytes);
    return execFileSync(program, [...args, join(folder, 'file')], { encoding: 'utf8' });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

describe('DOCX, read back by another program (the package mammoth)', () => {
  test('keeps headings, lists within lists, tables, links and emphasis', async () => {
    const { value } = await mammoth.convertToHtml({ buffer: Buffer.from(await toDocx(doc, 'My page')) });
    expect(value).toContain('<h2>1 Why a ladder?</h2>');
    expect(value).toContain('<p>It <strong>climbs</strong> when it is <em>good &amp; fair</em>.</p>');
    expect(value).toContain('<ul><li>streaks<ol><li>high</li><li>thin</li></ol></li><li>heaps</li></ul>');
    expect(value).toContain('<h2>What I &lt;saw&gt;</h2>');
    expect(value).toMatch(/<t[hd]><p>Monday<\/p><\/t[hd]>/);
    expect(value).toContain('<a href="https://tides.example.org/a?b=1&amp;c=2">here</a>');
    expect(value).toContain('ريح <strong>غربية</strong> 7');
  });

  test('says which paragraphs run from right to left, and colours by the palette only', async () => {
    const xml = strFromU8(unzipSync(await toDocx(doc, 'My page'))['word/document.xml'] ?? new Uint8Array());
    expect(xml.match(/<w:bidi\/>/g)).toHaveLength(1);
    expect(xml).toContain('<w:color w:val="a3200f"/>');
    const bad = strFromU8(unzipSync(await toDocx(evil, 'x'))['word/document.xml'] ?? new Uint8Array());
    expect(bad).not.toMatch(/javascript:|<script>/);
  });
});

describe('ODT', () => {
  test('read by another program (odt2txt) has every word in order', () => {
    const read = readWith('odt2txt', toOdt(doc, 'My page'), ['--encoding=UTF-8']).replace(/\s+/g, ' ');
    for (const words of [
      'My page',
      '1 Why a ladder?',
      'It climbs when it is good & fair.',
      'streaks',
      'thin',
      'A ring at four.',
      'Monday',
      '7 | m/s',
      'red on straw',
      'ريح غربية 7',
    ]) {
      expect(read).toContain(words);
    }
    expect(read.indexOf('streaks')).toBeLessThan(read.indexOf('heaps'));
  });

  test('is an archive whose first entry tells its type, and passes unzip -t', () => {
    const bytes = toOdt(doc, 'My page');
    expect(strFromU8(bytes.subarray(30, 77))).toBe('mimetypeapplication/vnd.oasis.opendocument.text');
    expect(readWith('unzip', bytes, ['-t'])).toContain('No errors detected');
  });

  test('names headings, lists and tables, and lets nothing through that runs', () => {
    const content = (of: DocNode) => strFromU8(unzipSync(toOdt(of, 'a "b"'))['content.xml'] ?? new Uint8Array());
    expect(content(doc)).toMatch(/<text:h [^>]*outline-level="2">1 Why a ladder\?<\/text:h>/);
    expect(content(doc).match(/<text:list /g)).toHaveLength(2);
    expect(content(doc).match(/<table:table-row>/g)).toHaveLength(2);
    expect(content(evil)).not.toMatch(/javascript:|<script>/);
    expect(content(evil)).not.toContain('\u0000');
  });
});

test('plain text: questions before answers, lists with their signs, cells apart by tabs', () => {
  expect(toPlainText(doc)).toBe(
    '1 Why a ladder?\nIt climbs when it is good & fair.\n- streaks\n  1. high\n  2. thin\n- heaps\nWhat I <saw>\n  A ring at four.\nDay\tWind\nMonday\t7 | m/s\nred on straw here\n1. not a list, *not* bold\nريح غربية 7\n',
  );
});

test('Markdown: signs for what it has signs for, and words that look like signs stay words', () => {
  expect(toMarkdown(doc)).toBe(
    [
      '## 1 Why a ladder?',
      'It **climbs** when it is *good & fair*.',
      '- streaks\n\n  1. high\n  2. thin\n- heaps',
      '## What I \\<saw\\>',
      '> A ring at four.',
      '| Day | Wind |\n| --- | --- |\n| Monday | 7 \\| m/s |',
      'red on straw [here](<https://tides.example.org/a?b=1&c=2>)',
      '1\\. not a list, \\*not\\* bold',
      'ريح **غربية** 7',
    ]
      .join('\n\n')
      .concat('\n'),
  );
});

test('HTML: one page that needs nothing else, and nothing in it that runs', () => {
  const page = toHtml(doc, 'My "page"', 'en');
  expect(page).toContain('<title>My &quot;page&quot;</title>');
  expect(page).toContain('<span style="color:#a3200f">red</span>');
  expect(page).toContain('<td><p>7 | m/s</p></td>');
  const bad = toHtml(evil, '</title><script>', 'en"><script>');
  expect(bad).not.toMatch(/<script|javascript:/);
});

test('only addresses of pages and mail leave with a document', () => {
  expect(['https://a.example', 'HTTP://a.example', 'mailto:a@b.example'].map(safeAddress)).not.toContain(null);
  for (const href of ['javascript:alert(1)', ' https://a', 'data:text/html,x', 'file:///etc', '//a.example', 7, null]) {
    expect(safeAddress(href)).toBeNull();
  }
});

test('the direction is that of the first letter', () => {
  expect(['مرحبا abc', '12 שלום', 'abc مرحبا', '12', ''].map(isRightToLeft)).toEqual([true, true, false, false, false]);
});

test('Markdown: what a question says is words, however it is written', () => {
  // A number that is text, as somebody could store it.
  const question = {
    type: 'question',
    attrs: { number: '1\n# 2', text: '# 2 Why?\n# <script> &lt; $x$ [a](javascript:b)' },
  };
  expect(toMarkdown({ type: 'doc', content: [question as unknown as DocNode] })).toBe(
    '## \\# 2 Why? \\# \\<script\\> \\&lt; \\$x\\$ \\[a\\](javascript:b)\n',
  );
});
