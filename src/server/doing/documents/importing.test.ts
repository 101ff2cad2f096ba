import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { toDocx } from '@/core/formats/docx-out';
import { toOdt } from '@/core/formats/odt-out';
import { type Picture, picturesIn } from '@/core/formats/pictures-out';
import type { PersonId } from '@/core/ids';
import { plainText } from '@/core/text/document-json';
import type { Doc, DocNode, Mark, MarkName } from '@/core/text/nodes';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { filePath } from '@/store/files';
import { type TestSchool, testSchool } from '@/store/test-school';
import { scratch } from '@/testing/scratch';
import { importText } from './importing';

let school: TestSchool;
let folder: string;
beforeAll(async () => {
  school = await testSchool();
  process.env.KITE_DATA = school.folder;
  folder = scratch('kite-in-');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await school.end();
});

const read = async (name: string, bytes: Uint8Array) => {
  const path = join(folder, randomUUID());
  writeFileSync(path, bytes);
  const file = { path, size: bytes.length };
  return importText(school.db, await school.person('s-imke'), { file, name }, Date.now());
};
/** 81 MB of nothing, packed by a program that does it in a moment. */
const bomb = (): Uint8Array =>
  execFileSync('python3', [
    '-c',
    `import sys, zipfile
with zipfile.ZipFile(sys.stdout.buffer, 'w', zipfile.ZIP_DEFLATED) as made:
    made.writestr('[Content_Types].xml', '<Types/>')
    made.writestr('word/document.xml', bytes(81 * 1024 * 1024))`,
  ]);
const text = (words: string, ...marks: MarkName[]): DocNode => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 ? { marks: marks.map((type): Mark => ({ type })) } : {}),
});
const p = (...content: DocNode[]): DocNode => ({ type: 'paragraph', content });
const item = (words: string): DocNode => ({ type: 'listItem', content: [p(text(words))] });
const cell = (words: string): DocNode => ({ type: 'tableCell', content: [p(text(words))] });

const doc: Doc = {
  type: 'doc',
  content: [
    { type: 'heading', attrs: { level: 2 }, content: [text('What the wind did')] },
    p(text('It '), text('blew', 'bold'), text(' from the '), text('west', 'italic'), text('.')),
    { type: 'bulletList', content: [item('rope'), item('sail')] },
    { type: 'orderedList', content: [item('cut'), item('tie')] },
    {
      type: 'table',
      content: [
        { type: 'tableRow', content: [cell('Day'), cell('Wind')] },
        { type: 'tableRow', content: [cell('Monday'), cell('7 m/s')] },
      ],
    },
    p(text('ريح غربية 7')),
  ],
};

const kinds = (of: DocNode) => (of.content ?? []).map(({ type }) => type);
const without = (of: Doc): Doc => ({ ...of, content: (of.content ?? []).slice(1) });

describe('a text that was written elsewhere', () => {
  test.each([
    ['docx', async () => toDocx(doc, 'Wind')],
    ['odt', async () => toOdt(doc, 'Wind')],
  ])('%s: headings, lists, tables and emphasis come back', async (ending, make) => {
    const got = await read(`wind.${ending}`, await make());
    if (!got.ok) throw new Error(got.code);
    // The title that was put above it comes along as a heading or a line of its own.
    const body = without(got.content);
    expect(kinds(body)).toEqual(kinds(doc));
    expect(plainText(body)).toBe(plainText(doc));
    expect(JSON.stringify(body)).toContain('{"type":"text","text":"blew","marks":[{"type":"bold"}]}');
  });

  test('Markdown, a web page and plain text', async () => {
    const encode = (words: string) => new TextEncoder().encode(words);
    const markdown = await read(
      'a.md',
      encode('# Title\n\n- one\n- two\n\n[x](javascript:alert(1)) <script>1</script> **b**'),
    );
    expect(markdown.ok && kinds(markdown.content)).toEqual(['heading', 'bulletList', 'paragraph']);
    expect(JSON.stringify(markdown)).not.toMatch(/javascript|script/);
    const page = await read('a.html', encode('<!doctype html><title>no</title><h1>Yes</h1><p onclick=x()>words'));
    expect(page.ok && plainText(page.content)).toBe('Yes\nwords');
    const plain = await read('a.txt', encode('<b>as it is</b>'));
    expect(plain.ok && plainText(plain.content)).toBe('<b>as it is</b>');
  });

  test('a picture in a DOCX becomes a picture of the text, and leaves again in one', async () => {
    const bytes = new Uint8Array(
      await sharp({ create: { width: 60, height: 40, channels: 3, background: '#48a' } })
        .png()
        .toBuffer(),
    );
    const picture: Picture = { bytes, type: 'image/png', width: 60, height: 40 };
    const src = `/api/text-pictures/${'0'.repeat(64)}`;
    const withPicture: DocNode = {
      type: 'doc',
      content: [p(text('See:')), { type: 'image', attrs: { src, alt: 'blue' } }],
    };
    for (const made of [await toDocx(withPicture, 'T', new Map([[src, picture]]))]) {
      const got = await read('t.docx', made);
      if (!got.ok) throw new Error(got.code);
      const image = picturesIn(got.content)[0];
      expect(image).toMatch(/^\/api\/text-pictures\/[0-9a-f]{64}$/);
      const sha256 = String(image).split('/').at(-1) ?? '';
      const kept = await readFile(filePath(join(school.folder, 'files'), sha256));
      expect(await sharp(kept).metadata()).toMatchObject({ width: 60, height: 40, format: 'png' });
      expect(await maySeePicture(school.db, 's-imke' as PersonId, sha256)).toBe(true);
      expect(await maySeePicture(school.db, 's-wren' as PersonId, sha256)).toBe(false);
    }
  });

  test.each([
    ['nothing', 'a.txt', new Uint8Array(0), 'empty-file'],
    ['a PDF', 'a.pdf', strToU8('%PDF-1.7 words'), 'not-a-text'],
    ['bytes that are no text', 'a.txt', new Uint8Array([0, 1, 2, 0xff]), 'not-a-text'],
    ['a bomb in a DOCX', 'a.docx', bomb(), 'too-large'],
    ['a DOCX with nothing in it', 'a.docx', zipSync({ 'word/x.xml': strToU8('<a/>') }), 'broken'],
    ['an ODT that is cut', 'a.odt', toOdt(doc, 'Wind').slice(0, 900), 'broken'],
  ])('%s is refused in a word', async (_, name, bytes, code) => {
    expect(await read(name, bytes)).toEqual({ ok: false, code });
  });
});

// LibreOffice, headless, as an independent reader of both formats. It ends well on a broken file: its output is what counts.
test('LibreOffice opens DOCX and ODT and finds the same text, headings, lists and tables', async () => {
  writeFileSync(join(folder, 'a.docx'), await toDocx(doc, 'Wind'));
  writeFileSync(join(folder, 'b.odt'), toOdt(doc, 'Wind'));
  // Both files at a time: it takes longer to begin than to read them.
  for (const to of ['txt:Text (encoded):UTF8', 'html'])
    execFileSync(
      'soffice',
      [
        '--headless',
        `-env:UserInstallation=file://${folder}/office`,
        '--convert-to',
        to,
        '--outdir',
        folder,
        join(folder, 'a.docx'),
        join(folder, 'b.odt'),
      ],
      { stdio: 'ignore', timeout: 110_000 },
    );
  for (const name of ['a', 'b']) {
    const lines = readFileSync(join(folder, `${name}.txt`), 'utf8');
    for (const words of [
      'What the wind did',
      'It blew from the west.',
      'rope',
      'cut',
      'Monday',
      '7 m/s',
      'ريح غربية 7',
    ])
      expect([name, lines.includes(words)]).toEqual([name, true]);
    const page = readFileSync(join(folder, `${name}.html`), 'utf8').replace(/\s+/g, ' ');
    expect([name, /<h2[^>]*>.*?What the wind did/i.test(page)]).toEqual([name, true]);
    expect([name, (page.match(/<li/gi) ?? []).length, /<ol/i.test(page), /<ul/i.test(page)]).toEqual([
      name,
      4,
      true,
      true,
    ]);
    expect([name, (page.match(/<tr/gi) ?? []).length, (page.match(/<td/gi) ?? []).length]).toEqual([name, 2, 4]);
    expect([name, /<b>(<[^>]+>)*blew/i.test(page), /<i>(<[^>]+>)*west/i.test(page)]).toEqual([name, true, true]);
  }
}, 240_000);
