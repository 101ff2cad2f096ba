import { execFileSync } from 'node:child_process';
import { readTable, type Table } from './table';
import { csvOf } from './write';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const read = (given: string | Uint8Array): Table => {
  const table = readTable(typeof given === 'string' ? bytes(given) : given);
  if (typeof table === 'string') throw new Error(table);
  return table;
};
const cells = (given: string | Uint8Array) => read(given).lines.map((one) => one.cells);

describe('what parts the cells', () => {
  test.each([
    ['a,b\n1,2', ','],
    ['a;b\n1;2', ';'],
    ['a\tb\n1\t2', '\t'],
    ['a|b\n1|2', '|'],
    // What stands within quotes parts nothing.
    ['"a;b;c",d\n"1;2",3', ','],
    ['alone\nby itself', ','],
  ])('%j', (text, delimiter) => {
    expect(read(text).delimiter).toBe(delimiter);
  });
});

describe('how letters are kept', () => {
  test.each([
    ['UTF-8', bytes('Jörg,jorg')],
    ['UTF-8', new Uint8Array([0xef, 0xbb, 0xbf, ...bytes('Jörg,jorg')])],
    ['UTF-16', new Uint8Array([0xff, 0xfe, ...Buffer.from('Jörg,jorg', 'utf16le')])],
    ['UTF-16', new Uint8Array([0xfe, 0xff, ...Buffer.from('Jörg,jorg', 'utf16le').swap16()])],
    ['Windows-1252', new Uint8Array([0x4a, 0xf6, 0x72, 0x67, ...bytes(',jorg')])],
  ])('%s', (letters, given) => {
    expect(read(given)).toMatchObject({ letters, lines: [{ line: 1, cells: ['Jörg', 'jorg'] }] });
  });
});

test('lines keep the number that they have in the file, past empty ones and past breaks within quotes', () => {
  expect(read('a,b\r\n\r\n"two\nlines",x\r\nlast,y').lines).toEqual([
    { line: 1, cells: ['a', 'b'] },
    { line: 3, cells: ['two\nlines', 'x'] },
    { line: 5, cells: ['last', 'y'] },
  ]);
});

test('a cell is text and nothing else', () => {
  expect(cells('007,1e5,"=1+1",TRUE,01.02.2027')).toEqual([['007', '1e5', '=1+1', 'TRUE', '01.02.2027']]);
});

test.each([
  ['empty', bytes(' \n ')],
  ['no-text', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 1])],
  ['too-much', bytes('a,b\n'.repeat(50_001))],
  ['too-much', bytes(`${'a,'.repeat(61)}\n`)],
  ['too-much', bytes(`${'a'.repeat(1001)},b`)],
])('%s is named', (problem, given) => {
  expect(readTable(given)).toBe(problem);
});

/** The same text by the reader of Python's standard library. */
const byPython = (text: string, delimiter: string): string[][] =>
  JSON.parse(
    execFileSync(
      'python3',
      [
        '-c',
        'import csv,io,json,sys;d=json.load(sys.stdin);print(json.dumps([r for r in csv.reader(io.StringIO(d[0],newline=""),delimiter=d[1]) if any(c.strip() for c in r)]))',
      ],
      { input: JSON.stringify([text, delimiter]), encoding: 'utf8' },
    ),
  );

describe('against the module csv of Python 3', () => {
  const TEXTS = [
    'name,user name,class\r\nImke Aalders,imke,"Weather & Sky, 5"\r\n',
    'name;user;class\nو ليلى;leila;"الطقس ""الخامس"""\n',
    '"a ""quoted"" one",,\n,,\nx,"",y\n',
    'tab\tparted\n"with\ta tab"\tx\n',
    'a|b\nc|"d\ne"\n',
  ];
  test.each(TEXTS)('%j', (text) => {
    const { delimiter, lines } = read(text);
    const trimmed = byPython(text, delimiter).map((line) => line.map((cell) => cell.trim()));
    expect(lines.map((one) => one.cells)).toEqual(trimmed);
  });

  test('what leaves is read there cell by cell, and no cell begins with what is reckoned with', () => {
    const lines = [
      ['name', 'user name'],
      ['=HYPERLINK("http://x")', '007'],
      ['+1, "two"', '-x'],
      ['@sum', 'line\nbreak'],
      ["O'Neill", 'plain'],
    ];
    const there = byPython(csvOf(lines), ',');
    expect(there.map((line) => line.map((cell) => cell.replace(/^'/, '')))).toEqual(lines);
    expect(there.flat().filter((cell) => /^[=+\-@]/.test(cell))).toEqual([]);
    // Read again here, it is as it was.
    expect(cells(csvOf(lines))).toEqual(lines);
  });
});
