import { read, utils } from '@e965/xlsx';
import { openArchive, repacked } from './archive';
import { TooIntricate } from './markup';
import { guardXml } from './xml-guard';

/** One sheet of a workbook as a table of what its cells show. */
export interface SheetTable {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
  /** Rows and columns there are in all; more than are here when the sheet was cut. */
  readonly allRows: number;
  readonly allColumns: number;
}

const MOST_ROWS = 500;
const MOST_COLUMNS = 40;
const MOST_SHEETS = 20;
const LONGEST_CELL = 2000;
const LARGEST_UNPACKED = 80 * 1024 * 1024;

/** The markup of a workbook and nothing else of it, each part read through once before anything is built of it. */
function guarded(bytes: Uint8Array): Uint8Array {
  const archive = openArchive(bytes, { most: LARGEST_UNPACKED });
  if (archive === 'too-large') throw new TooIntricate(archive);
  if (typeof archive === 'string') throw new Error(archive);
  const isRead = (name: string) => /\.(xml|rels)$|^mimetype$/i.test(name);
  for (const name of archive.names) {
    if (/\.(xml|rels)$/i.test(name)) guardXml(new TextDecoder().decode(archive.read(name) ?? undefined));
  }
  return repacked(archive, isRead);
}

/**
 * Reads a workbook (XLSX, ODS) or a list with commas (CSV, UTF-8) as tables to be shown: what each cell
 * displays, formulas as their last value. Long sheets are cut; the figures say so.
 *
 * @returns `null` when the bytes are none of these
 * @throws TooIntricate for a workbook whose markup is deeper or larger than anybody writes
 */
export function readSheets(bytes: Uint8Array): readonly SheetTable[] | null {
  const isArchive = bytes[0] === 0x50 && bytes[1] === 0x4b;
  try {
    const book = isArchive
      ? read(guarded(bytes), { type: 'array', dense: true, sheetRows: MOST_ROWS + 1 })
      : read(new TextDecoder('utf-8', { fatal: true }).decode(bytes), { type: 'string', dense: true, raw: true });
    const sheets = book.SheetNames.slice(0, MOST_SHEETS).map((name): SheetTable => {
      const sheet = book.Sheets[name];
      const whole = sheet?.['!fullref'] ?? sheet?.['!ref'];
      const range = whole ? utils.decode_range(whole) : null;
      const shown = range && {
        s: { r: 0, c: 0 },
        e: { r: Math.min(range.e.r, MOST_ROWS - 1), c: Math.min(range.e.c, MOST_COLUMNS - 1) },
      };
      const all =
        sheet && shown
          ? utils.sheet_to_json<string[]>(sheet, { header: 1, raw: false, defval: '', range: shown, blankrows: true })
          : [];
      return {
        name,
        rows: all.map((row) => row.map((cell) => String(cell).slice(0, LONGEST_CELL))),
        allRows: range ? range.e.r + 1 : 0,
        allColumns: range ? range.e.c + 1 : 0,
      };
    });
    return sheets.length > 0 ? sheets : null;
  } catch (error) {
    if (error instanceof TooIntricate) throw error;
    return null;
  }
}
