import type { Element } from 'domhandler';
import { every, isElement, localName, parseMarkup, textOf } from '../formats/markup';
import type { Criterion, Level } from '../marks/rubric';

/** What was understood of a table. */
export interface PastedRubric {
  readonly rubric: readonly Criterion[];
  /** Cells lay over several rows or columns: each counts for all of them. */
  readonly merged: boolean;
}

type Grid = readonly (readonly string[])[];

/** So much of a table is looked at: nobody has more criteria or levels. */
const MOST = { rows: 61, columns: 20 } as const;

const NUMBER = /\d{1,5}(?:[.,]\d{1,2})?/;
/** Points as they stand behind a word: "Clear (10)", "In full, 3 points". */
const POINTS = /[,:\s–—-]{0,3}\(?(\d{1,5}(?:[.,]\d{1,2})?)\s?(?:points?|pts?\.?|p\.?|نقاط|نقطة)?\)?$/iu;
const ALONE = /^\d{1,5}(?:[.,]\d{1,2})?(?:\s?(?:points?|pts?\.?|p\.?|نقاط|نقطة))?$/iu;

const numberIn = (text: string): number | null => {
  const [found] = NUMBER.exec(text) ?? [];
  return found === undefined ? null : Number(found.replace(',', '.'));
};

/** A title and the points that stand behind it; `null` where none do. */
function titled(text: string): { readonly title: string; readonly points: number | null } {
  const found = POINTS.exec(text);
  if (!found || found.index === 0) return { title: text, points: null };
  return { title: text.slice(0, found.index).trim(), points: numberIn(found[1] ?? '') };
}

/** How many rows or columns a cell lies over. */
function over(cell: Element, name: 'colspan' | 'rowspan'): number {
  const n = Number(cell.attribs[name] ?? 1);
  return Number.isInteger(n) && n >= 1 ? Math.min(n, MOST.rows) : 1;
}

/** A table as rows of words, with what lies over several cells in each of them. */
function gridOf(table: Element): { readonly grid: Grid; readonly merged: boolean } {
  const grid: string[][] = [];
  let merged = false;
  for (const [y, row] of every(table, 'tr').slice(0, MOST.rows).entries()) {
    grid[y] ??= [];
    let x = 0;
    for (const cell of row.children.filter(isElement)) {
      if (localName(cell) !== 'td' && localName(cell) !== 'th') continue;
      while (grid[y]?.[x] !== undefined) x += 1;
      const [down, across] = [over(cell, 'rowspan'), over(cell, 'colspan')];
      merged ||= down > 1 || across > 1;
      const text = textOf(cell).replace(/\s+/g, ' ').trim();
      for (let i = y; i < Math.min(y + down, MOST.rows); i += 1)
        for (let j = x; j < Math.min(x + across, MOST.columns); j += 1) {
          grid[i] ??= [];
          (grid[i] as string[])[j] ??= text;
        }
    }
  }
  return { grid: grid.map((row) => Array.from(row, (text) => text ?? '')), merged };
}

/** Lines with tabs between their cells, as a sheet gives them. */
const linesOf = (text: string): Grid =>
  text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, MOST.rows)
    .map((line) =>
      line
        .split('\t')
        .slice(0, MOST.columns)
        .map((cell) => cell.trim()),
    );

/** Does the first row say what the columns are, and not a criterion? */
function isHead(grid: Grid): boolean {
  const [first = [], ...rest] = grid;
  if (rest.length === 0) return false;
  if ((first[0] ?? '') === '' || first.length > 2) return true;
  return first.length === 2 && numberIn(first[1] ?? '') === null;
}

/**
 * A rubric out of a table that was copied from a sheet or a document: a row a criterion, with its points behind its name or in
 * a column of their own, and a column a level, whose head says what it is called and gives.
 *
 * @param text HTML, or lines with tabs
 * @param newId makes the id of a criterion
 * @throws TooIntricate for what was made to keep a reader busy
 */
export function rubricIn(text: string, newId: () => string): PastedRubric {
  const isMarkup = /^\s*<[a-z!]/i.test(text);
  const table = isMarkup ? every(parseMarkup(text), 'table')[0] : undefined;
  const { grid, merged } = table ? gridOf(table) : { grid: isMarkup ? [] : linesOf(text), merged: false };
  const head = isHead(grid) ? (grid[0] ?? []) : [];
  const rows = head.length > 0 ? grid.slice(1) : grid;
  const columns = Math.max(0, ...rows.map((row) => row.length));
  const isPoints = (x: number) =>
    rows.some((row) => row[x]) && rows.every((row) => !row[x] || ALONE.test(row[x] ?? ''));
  const pointsAt = Array.from({ length: columns }, (_, x) => x).find((x) => x > 0 && isPoints(x));
  const rubric = rows.flatMap((row): Criterion[] => {
    const named = titled(row[0] ?? '');
    if (named.title === '') return [];
    const levels = row.flatMap((cell, x): Level[] => {
      if (x === 0 || x === pointsAt || cell === '') return [];
      const column = titled(head[x] ?? '');
      const own = column.points === null ? titled(cell) : { title: cell, points: column.points };
      const isNamed = column.title !== '';
      return [{ title: isNamed ? column.title : own.title, points: own.points ?? 0, says: isNamed ? own.title : '' }];
    });
    const most = Math.max(0, ...levels.map(({ points }) => points));
    const points = (pointsAt === undefined ? null : numberIn(row[pointsAt] ?? '')) ?? named.points ?? most;
    return [{ id: newId(), title: named.title, points, levels }];
  });
  return { rubric, merged };
}
