import Papa from 'papaparse';

/** How the letters of a file are kept. */
export type Letters = 'UTF-8' | 'UTF-16' | 'Windows-1252';

/** A file of lines and cells, as it was read. */
export interface Table {
  readonly letters: Letters;
  /** What parts the cells of a line. */
  readonly delimiter: string;
  /** The lines that have something in them, each with its number in the file, from 1. */
  readonly lines: readonly TableLine[];
}

export interface TableLine {
  readonly line: number;
  readonly cells: readonly string[];
}

/** `empty`: nothing is in it. `no-text`: these are no letters. `too-much`: more lines, columns or letters than a school has. */
export type TableProblem = 'empty' | 'no-text' | 'too-much';

export const MOST_LINES = 50_000;
const MOST_COLUMNS = 60;
const LONGEST_CELL = 1000;

/** Reads bytes as text: by their mark, else as UTF-8, and where they are not that, as Windows-1252 (WHATWG Encoding). */
function decoded(bytes: Uint8Array): { readonly text: string; readonly letters: Letters } {
  const [a, b] = bytes;
  if ((a === 0xff && b === 0xfe) || (a === 0xfe && b === 0xff)) {
    return { text: new TextDecoder(a === 0xff ? 'utf-16le' : 'utf-16be').decode(bytes), letters: 'UTF-16' };
  }
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), letters: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), letters: 'Windows-1252' };
  }
}

const DELIMITERS = [',', ';', '\t', '|'];

/** What parts the cells: what is most often outside of quotes in the first line that says anything. */
function delimiterOf(text: string): string {
  const [first = ''] = text.split(/\r\n|\r|\n/, 20).filter((line) => line.trim() !== '');
  const bare = first.replace(/"[^"]*"/g, '');
  const counts = DELIMITERS.map((sign) => bare.split(sign).length);
  const most = Math.max(...counts);
  return most < 2 ? ',' : (DELIMITERS[counts.indexOf(most)] ?? ',');
}

/** Where a program for tables had to be kept from reckoning, it stands behind an apostrophe (see `csvOf`). */
const bare = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r])/, '').trim();

/**
 * Reads a file with commas, semicolons, tabs or bars (RFC 4180 and its usual relatives). Nothing in a cell is anything but
 * text: a formula is its letters, and 007 stays 007.
 *
 * @throws never: what cannot be read is named
 */
export function readTable(bytes: Uint8Array): Table | TableProblem {
  const { text, letters } = decoded(bytes);
  if (text.includes('\0')) return 'no-text';
  if (text.trim() === '') return 'empty';
  const delimiter = delimiterOf(text);
  const { data } = Papa.parse<string[]>(text, { delimiter, preview: MOST_LINES + 1 });
  if (data.length > MOST_LINES) return 'too-much';
  const lines: TableLine[] = [];
  let line = 1;
  for (const cells of data) {
    if (cells.length > MOST_COLUMNS || cells.some((cell) => cell.length > LONGEST_CELL)) return 'too-much';
    if (cells.some((cell) => cell.trim() !== '')) lines.push({ line, cells: cells.map(bare) });
    line += 1 + cells.reduce((sum, cell) => sum + (cell.match(/\r\n|\r|\n/g)?.length ?? 0), 0);
  }
  return { letters, delimiter, lines };
}
