import { read, utils } from '@e965/xlsx';

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

/**
 * Reads a workbook (XLSX, ODS) or a list with commas (CSV, UTF-8) as tables to be shown: what each cell
 * displays, formulas as their last value. Long sheets are cut; the figures say so.
 *
 * @returns `null` when the bytes are none of these
 */
export function readSheets(bytes: Uint8Array): readonly SheetTable[] | null {
  const isArchive = bytes[0] === 0x50 && bytes[1] === 0x4b;
  try {
    const book = isArchive
      ? read(bytes, { type: 'array', dense: true, sheetRows: MOST_ROWS + 1 })
      : read(new TextDecoder('utf-8', { fatal: true }).decode(bytes), { type: 'string', dense: true, raw: true });
    const sheets = book.SheetNames.slice(0, MOST_SHEETS).map((name): SheetTable => {
      const sheet = book.Sheets[name];
      const whole = sheet?.['!fullref'] ?? sheet?.['!ref'];
      const range = whole ? utils.decode_range(whole) : null;
      const all = sheet ? utils.sheet_to_json<string[]>(sheet, { header: 1, raw: false, defval: '' }) : [];
      return {
        name,
        rows: all.slice(0, MOST_ROWS).map((row) => row.slice(0, MOST_COLUMNS).map(String)),
        allRows: range ? range.e.r + 1 : 0,
        allColumns: range ? range.e.c + 1 : 0,
      };
    });
    return sheets.length > 0 ? sheets : null;
  } catch {
    return null;
  }
}
