import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { outline } from '@/testing/outline';
import type { DocNode } from '../text/nodes';
import { openArchive } from './archive';
import { readOdt } from './odt-in';

const NAMES = ['office', 'style', 'text', 'table', 'fo', 'xlink', 'draw']
  .map((name) => `xmlns:${name}="urn:${name}"`)
  .join(' ');

/** What is read of a file with these styles and this body. */
function readOf(body: string, styles = '', type = 'application/vnd.oasis.opendocument.text'): DocNode | null {
  const content = `<?xml version="1.0"?><office:document-content ${NAMES}><office:automatic-styles>${styles}</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`;
  return readBytes(zipSync({ mimetype: strToU8(type), 'content.xml': strToU8(content) }));
}

function readBytes(bytes: Uint8Array): DocNode | null {
  const archive = openArchive(bytes, { most: 1e6 });
  if (typeof archive === 'string') throw new Error(archive);
  return readOdt(archive);
}

const outlineOf = (doc: DocNode | null): unknown => doc?.content?.map((node) => outline(node));

const numbered = (name: string, level: number) =>
  `<text:list-style style:name="${name}"><text:list-level-style-number text:level="${level}"/></text:list-style>`;
const listOf = (items: string, style = '') =>
  `<text:list${style && ` text:style-name="${style}"`}>${items}</text:list>`;
const item = (...inside: string[]) => `<text:list-item>${inside.join('')}</text:list-item>`;
const p = (words: string, style = '') => `<text:p${style && ` text:style-name="${style}"`}>${words}</text:p>`;

test('headings, paragraphs, emphasis by a style, links and breaks', () => {
  const styles =
    '<style:style style:name="T1"><style:text-properties fo:font-weight="bold"/></style:style>' +
    '<style:style style:name="T2"><style:text-properties fo:font-style="italic" style:text-underline-style="solid"/></style:style>';
  const doc = readOf(
    `<text:h text:outline-level="2">Wind</text:h>${p('Seven <text:span text:style-name="T1">sails</text:span>')}` +
      `${p('all of it', 'T2')}<text:p/>${p('see <text:a xlink:href="https://kites.example/a">there</text:a><text:line-break/>now')}`,
    styles,
  );
  expect(outlineOf(doc)).toEqual([
    ['heading', ['Wind']],
    ['paragraph', ['Seven '], ['sails', 'bold']],
    ['paragraph', ['all of it', 'italic', 'underline']],
    ['paragraph'],
    ['paragraph', ['see '], ['there', 'link'], 'hardBreak', ['now']],
  ]);
});

test('an address that would run something is no link, and its words stay', () => {
  const doc = readOf(p('a <text:a xlink:href="javascript:alert(1)">trap</text:a>'));
  expect(JSON.stringify(doc)).not.toContain('javascript');
  expect(outlineOf(doc)).toEqual([['paragraph', ['a '], ['trap']]]);
});

test('spaces that were counted, whatever the number says', () => {
  const spaces = (count: string) => JSON.stringify(readOf(p(`a<text:s${count}/>b`)));
  expect(spaces('')).toContain('" "');
  expect(spaces(' text:c="3"')).toContain('"   "');
  // No more than a line has room for, and none for what is no number of spaces.
  expect(spaces(' text:c="900000000"')).toContain(`"${' '.repeat(50)}"`);
  for (const none of ['-4', 'many']) expect(spaces(` text:c="${none}"`)).toContain('"text":"b"');
});

test('a list within another is numbered as its own level says, though it names no style', () => {
  const styles =
    '<text:list-style style:name="L1"><text:list-level-style-number text:level="1"/><text:list-level-style-bullet text:level="2"/><text:list-level-style-number text:level="3"/></text:list-style>';
  const doc = readOf(listOf(item(p('a'), listOf(item(p('b'), listOf(item(p('c')))))), 'L1'), styles);
  expect(outlineOf(doc)).toEqual([
    [
      'orderedList',
      [
        'listItem',
        ['paragraph', ['a']],
        ['bulletList', ['listItem', ['paragraph', ['b']], ['orderedList', ['listItem', ['paragraph', ['c']]]]]],
      ],
    ],
  ]);
});

test('a list within another may have a style of its own', () => {
  const doc = readOf(
    listOf(item(p('a'), listOf(item(p('b')), 'L2')), 'L1'),
    `${numbered('L1', 1)}${numbered('L2', 3)}`,
  );
  expect(outlineOf(doc)).toEqual([
    ['orderedList', ['listItem', ['paragraph', ['a']], ['bulletList', ['listItem', ['paragraph', ['b']]]]]],
  ]);
});

test('what stands over a list is kept', () => {
  const doc = readOf(listOf(`<text:list-header>${p('You need')}</text:list-header>${item(p('a rope'))}`));
  expect(JSON.stringify(doc)).toContain('You need');
  expect(JSON.stringify(doc)).toContain('a rope');
});

test('a table keeps its heads and its rows', () => {
  const row = (...cells: string[]) =>
    `<table:table-row>${cells.map((cell) => `<table:table-cell>${p(cell)}</table:table-cell>`).join('')}</table:table-row>`;
  const doc = readOf(
    `<table:table><table:table-header-rows>${row('Day', 'Wind')}</table:table-header-rows>${row('Monday', '4')}</table:table>`,
  );
  expect(outlineOf(doc)).toEqual([
    [
      'table',
      ['tableRow', ['tableHeader', ['paragraph', ['Day']]], ['tableHeader', ['paragraph', ['Wind']]]],
      ['tableRow', ['tableCell', ['paragraph', ['Monday']]], ['tableCell', ['paragraph', ['4']]]],
    ],
  ]);
});

test('notes, remarks of others and what was struck out stay behind, sections and unknown elements do not', () => {
  const doc = readOf(
    `<text:tracked-changes><text:p>gone</text:p></text:tracked-changes><text:section>${p('in a section')}</text:section>` +
      p(
        'kept<text:note><text:note-body>a note</text:note-body></text:note><text:bookmark-ref> too</text:bookmark-ref>',
      ),
  );
  expect(outlineOf(doc)).toEqual([
    ['paragraph', ['in a section']],
    ['paragraph', ['kept'], [' too']],
  ]);
});

test('what is no text is none', () => {
  expect(readOf(p('a'), '', 'application/vnd.oasis.opendocument.spreadsheet')).toBeNull();
  expect(readBytes(zipSync({ mimetype: strToU8('application/vnd.oasis.opendocument.text') }))).toBeNull();
});

test('what another office program (LibreOffice) writes: lists in lists, a table, emphasis', () => {
  const folder = mkdtempSync(join(tmpdir(), 'kite-odt-'));
  try {
    writeFileSync(
      join(folder, 'a.html'),
      '<h1>Kites</h1><ol><li>cut<ul><li>paper</li><li>sail<ol><li>twice</li></ol></li></ul></li><li>tie</li></ol><p>Now <b>fly</b>.</p><table><tr><td>Monday</td><td>4</td></tr></table>',
    );
    execFileSync(
      'soffice',
      [
        `-env:UserInstallation=file://${folder}/profile`,
        '--headless',
        '--convert-to',
        'odt:writer8',
        '--infilter=HTML (StarWriter)',
        '--outdir',
        folder,
        join(folder, 'a.html'),
      ],
      { stdio: 'ignore' },
    );
    const [heading, list, ...rest] = outlineOf(
      readBytes(new Uint8Array(readFileSync(join(folder, 'a.odt')))),
    ) as unknown[];
    expect(heading).toEqual(['heading', ['Kites']]);
    expect(list).toEqual([
      'orderedList',
      [
        'listItem',
        ['paragraph', ['cut']],
        [
          'bulletList',
          ['listItem', ['paragraph', ['paper']]],
          ['listItem', ['paragraph', ['sail']], ['orderedList', ['listItem', ['paragraph', ['twice']]]]],
        ],
      ],
      ['listItem', ['paragraph', ['tie']]],
    ]);
    expect(JSON.stringify(rest)).toContain('["fly","bold"]');
    expect(JSON.stringify(rest)).toContain('["table",["tableRow",["tableCell",["paragraph",["Monday"]]]');
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}, 120_000);
