import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import type { DocNode, Mark, MarkName } from '../text/nodes';
import { linesOf, runsRightToLeft } from './pdf-lines';
import { toPdf } from './pdf-out';
import type { FontFile } from './pdf-paper';
import { sheetPdf } from './pdf-sheet';

const font = (name: string, bold = false): FontFile => ({
  bytes: new Uint8Array(readFileSync(join('node_modules', '@fontsource', name))),
  bold,
  italic: false,
});
const FONTS = [
  font('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff'),
  font('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff', true),
  font('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff'),
  font('readex-pro/files/readex-pro-arabic-400-normal.woff'),
  font('literata/files/literata-greek-400-normal.woff'),
];

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kite-pdf-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** What the program pdftotext reads, after qpdf has found the file sound. */
function read(pdf: Uint8Array): string {
  const path = join(folder, 'a.pdf');
  writeFileSync(path, pdf);
  const sound = spawnSync('qpdf', ['--check', path], { encoding: 'utf8' });
  expect([sound.status, sound.stderr]).toEqual([0, '']);
  return spawnSync('pdftotext', ['-enc', 'UTF-8', path, '-'], { encoding: 'utf8' })
    .stdout.replace(/[\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
    .normalize('NFKC');
}

const text = (words: string, ...marks: MarkName[]): DocNode => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 ? { marks: marks.map((type): Mark => ({ type })) } : {}),
});
const paragraph = (...content: DocNode[]): DocNode => ({ type: 'paragraph', content });

describe('a PDF', () => {
  test('passes qpdf and gives its words to pdftotext: headings, lists, tables, marks, accents, Greek', async () => {
    const doc: DocNode = {
      type: 'doc',
      content: [
        { type: 'heading', attrs: { level: 1 }, content: [text('The ladder')] },
        { type: 'question', attrs: { number: 3, text: 'Why a ladder?' } },
        paragraph(text('Żółw, crème brûlée and '), text('αλφα', 'bold'), text(' in one line.', 'underline')),
        { type: 'bulletList', content: [{ type: 'listItem', content: [paragraph(text('first of all'))] }] },
        {
          type: 'table',
          content: [
            {
              type: 'tableRow',
              content: ['salt', '35'].map((cell) => ({ type: 'tableCell', content: [paragraph(text(cell))] })),
            },
          ],
        },
      ],
    };
    const words = read(await toPdf(doc, 'Cloud ladder', 'en', FONTS));
    for (const expected of [
      'Cloud ladder',
      'The ladder',
      '3 Why a ladder?',
      'Żółw, crème brûlée and αλφα in one line.',
      'first of all',
      'salt',
      '35',
    ])
      expect(words).toContain(expected);
  });

  test('writes from right to left, with digits and brackets where they belong', async () => {
    const line = 'الريح (من البحر) بعد 12 ساعة، ثم kite تطير.';
    const words = read(await toPdf({ type: 'doc', content: [paragraph(text(line))] }, 'طائرة', 'ar', FONTS));
    // The program reads a bracket as it is drawn, mirrored, and puts spaces by its own measure.
    const letters = (of: string) => of.normalize('NFKC').replace(/\s/g, '');
    const mirrored = line.replace(/[()]/g, (sign) => (sign === '(' ? ')' : '('));
    expect(letters(words)).toContain(letters(mirrored));
    expect(words).toContain('طائرة');
  });

  test('goes on over as many pages as it needs, and loses no word', async () => {
    const many = Array.from({ length: 900 }, (_, i) => `word${i}`);
    const paragraphs = Array.from({ length: 45 }, (_, i) => paragraph(text(many.slice(i * 20, i * 20 + 20).join(' '))));
    const words = read(await toPdf({ type: 'doc', content: paragraphs }, 'Long', 'en', FONTS));
    expect(words.split(/\s+/).filter((word) => /^word\d+$/.test(word))).toEqual(many);
    expect(words.split('\f').length).toBeGreaterThan(2);
  });

  test('of facts has every name and what it says', async () => {
    const sheet = {
      title: 'Receipt 1003',
      parts: [
        {
          title: 'What',
          rows: [
            ['Name', 'Imke'],
            ['Sum', 'ab'.repeat(32)],
          ] as const,
        },
      ],
      foot: 'Kept.',
    };
    const words = read(await sheetPdf(sheet, 'en', FONTS));
    for (const expected of ['Receipt 1003', 'What', 'Name', 'Imke', 'Kept.']) expect(words).toContain(expected);
    expect(words.replace(/\s/g, '')).toContain('ab'.repeat(32));
  });
});

describe('lines', () => {
  const measure = { fontOf: () => 0, widthOf: (words: string) => [...words].length };

  test('are no wider than they may be, and hold every letter in order', () => {
    const words = fc.array(fc.constantFrom('kite', 'a', 'wind-blown', 'x'.repeat(30), 'sea'), {
      minLength: 1,
      maxLength: 20,
    });
    fc.assert(
      fc.property(words, fc.integer({ min: 3, max: 40 }), (list, width) => {
        const lines = linesOf([{ text: list.join(' '), style: null }], measure, width, false);
        expect(lines.every((line) => line.width <= width)).toBe(true);
        const drawn = lines.map(({ stretches }) => stretches.map((one) => one.text).join('')).join('');
        expect(drawn.replaceAll(' ', '')).toBe(list.join(''));
      }),
    );
  });

  // UAX #9: in a line that runs to the left, numbers keep their own order, and brackets are mirrored (rule L4).
  test('stand in the order in which they are drawn', () => {
    const drawn = (words: string, rtl: boolean) =>
      linesOf([{ text: words, style: null }], measure, 100, rtl)[0]?.stretches.map((one) => one.text);
    expect(drawn('abc (12) def', false)).toEqual(['abc (12) def']);
    expect(drawn('ريح 12 بحر', true)).toEqual(['بحر', ' ', '12', ' ', 'ريح']);
    expect(drawn('ريح (بحر)', true)).toEqual(['(', 'بحر', ') ', 'ريح']);
    expect(drawn('the ريح بحر wind', false)).toEqual(['the ', 'بحر', ' ', 'ريح', ' wind']);
  });

  test.each([
    ['ريح wind', true],
    ['wind ريح', false],
    ['12 ريح', true],
    ['', false],
  ])('%j runs from right to left: %s', (words, rtl) => {
    expect(runsRightToLeft(words)).toBe(rtl);
  });
});
