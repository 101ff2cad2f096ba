import { read, utils } from '@e965/xlsx';
import { csvOf } from './csv-out';

const rowsOf = (csv: string) =>
  utils.sheet_to_json<unknown[]>(Object.values(read(Buffer.from(csv), { type: 'buffer' }).Sheets)[0] ?? {}, {
    header: 1,
  });

test('a table is read back by another program as it was, quotes, commas, lines and accents and all', () => {
  const rows = [
    ['Class', 'Points'],
    ['Weather, “Sky” & "more"', 7.5],
    ['two\nlines', 0],
    ['Żółw', -2],
  ];
  expect(rowsOf(csvOf(rows))).toEqual(rows);
});

test('nothing is a cell with nothing in it, and words that look like a formula stay words', () => {
  expect(csvOf([[null, 'a']])).toBe('\ufeff,a\r\n');
  for (const words of ['=1+1', '+1', '-1', '@x']) expect(rowsOf(csvOf([[words]]))).toEqual([[`'${words}`]]);
});
