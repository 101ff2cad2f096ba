import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { zipSync } from 'fflate';
import { fileType } from './file-type';
import { readSheets } from './sheet';

const demo = (name: string) => new Uint8Array(readFileSync(join(process.cwd(), 'demo', 'files', name)));
const text = (words: string) => new TextEncoder().encode(words);

describe('a file is what its first bytes say', () => {
  test.each([
    ['shore-guide.pdf', 'application/pdf', 'pdf'],
    ['harbour.png', 'image/png', 'image'],
    ['a-kite-goes-up.webm', 'video/webm', 'video'],
    ['sound-signals.wav', 'audio/wav', 'audio'],
    ['two-moths.epub', 'application/epub+zip', 'book'],
    ['harbour-tides.xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'sheet'],
    ['mast-readings.csv', 'text/plain; charset=utf-8', 'text'],
    ['harbour-map.zip', 'application/zip', 'other'],
  ])('%s', (name, type, shown) => {
    expect(fileType(demo(name))).toEqual({ type, shown });
  });

  test.each([
    ['markup that a browser would run', text('<!doctype html><script>1</script>'), 'other'],
    ['a drawing with scripts', text('<svg xmlns="http://www.w3.org/2000/svg"><script/></svg>'), 'other'],
    ['noise', new Uint8Array([0, 1, 2, 250, 3]), 'other'],
    ['nothing', new Uint8Array(), 'other'],
    ['a JPEG', new Uint8Array([0xff, 0xd8, 0xff, 0xe0]), 'image'],
    ['an MP4', new Uint8Array([0, 0, 0, 24, ...text('ftypisom')]), 'video'],
  ])('%s', (_, bytes, shown) => {
    expect(fileType(bytes).shown).toBe(shown);
  });
});

describe('a sheet as tables', () => {
  test('WebM is told by its codecs, whatever letters its sound has in it', () => {
    const head = [0x1a, 0x45, 0xdf, 0xa3, 0x86, 0x86, ...Buffer.from('A_OPUS')];
    const sound = Uint8Array.of(...head, ...Buffer.from('..V_..xV_..'));
    expect(fileType(sound).type).toBe('audio/webm');
    expect(fileType(Uint8Array.of(...head, 0x86, 0x85, ...Buffer.from('V_VP8'))).type).toBe('video/webm');
  });

  test('a workbook: every sheet, what the cells show, a formula as its value', () => {
    const sheets = readSheets(demo('harbour-tides.xlsx')) ?? [];
    expect(sheets.map(({ name, allRows }) => [name, allRows])).toEqual([
      ['High and low water', 15],
      ['Words', 4],
    ]);
    expect(sheets[0]?.rows[0]).toEqual(['Day', 'High water', 'Height (m)', 'Low water', 'Height (m)', 'Range (m)']);
    expect(sheets[0]?.rows[1]?.[5]).toBe('3.2');
  });

  test('a list with commas keeps its words as they are: times stay times', () => {
    const [sheet] = readSheets(demo('mast-readings.csv')) ?? [];
    expect(sheet?.rows).toHaveLength(49);
    expect(sheet?.rows[1]?.[0]).toBe('6:00');
    expect(readSheets(text('a,"b, c"\n=1+1,é'))?.[0]?.rows).toEqual([
      ['a', 'b, c'],
      ['=1+1', 'é'],
    ]);
  });

  test('a long one is cut and says how long it is', () => {
    const [sheet] = readSheets(text(Array.from({ length: 800 }, (_, i) => `${i},x`).join('\n'))) ?? [];
    expect([sheet?.rows.length, sheet?.allRows]).toEqual([500, 800]);
  });

  test('what is no sheet is none', () => {
    expect(readSheets(new Uint8Array([0xff, 0xfe, 0xc0, 0x80]))).toBeNull();
    expect(readSheets(zipSync({ 'a.txt': text('a') }))).toBeNull();
  });
});
