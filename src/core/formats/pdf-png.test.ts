import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from '@cantoo/pdf-lib';
import sharp from 'sharp';
import { unwritten } from '../kinds/document/pages';
import { photographed } from '../pages/given';
import { twoTonePng } from '../press/png';
import { toPagesPdf } from './pages-pdf';
import { embedPlainPng } from './pdf-png';

const [WIDE, HIGH] = [62, 88];
const TONES = Uint8ClampedArray.from({ length: WIDE * HIGH }, (_, i) => ((i * 7) % 11 < 4 ? 0 : 255));
const SRC = `/api/text-pictures/${'c'.repeat(64)}`;

/** The pictures of a PDF as Poppler takes them out: grey, a byte a pixel. */
async function takenOut(pdf: Uint8Array): Promise<Uint8ClampedArray> {
  const folder = mkdtempSync(join(tmpdir(), 'png-'));
  writeFileSync(join(folder, 'a.pdf'), pdf);
  execFileSync('qpdf', ['--check', join(folder, 'a.pdf')]);
  execFileSync('pdfimages', ['-png', join(folder, 'a.pdf'), join(folder, 'out')]);
  const { data } = await sharp(readFileSync(join(folder, 'out-000.png')))
    .toColourspace('b-w')
    .raw()
    .toBuffer({ resolveWithObject: true });
  return Uint8ClampedArray.from(data);
}

const pages = (bytes: Uint8Array) =>
  toPagesPdf(
    unwritten({ file: null, sheets: [photographed('a', SRC, false)], boxes: [] }),
    'Pages',
    'en',
    [],
    new Map([[SRC, { bytes, type: 'image/png', width: WIDE, height: HIGH }]]),
  );

test('a photographed page is in the PDF as it is, whether its PNG has one bit a pixel or eight', async () => {
  const bit = twoTonePng(WIDE, HIGH, TONES);
  const byte = await sharp(bit).toColourspace('b-w').png().toBuffer();
  for (const png of [bit, byte]) expect(await takenOut(await pages(png))).toEqual(TONES);
});

test('a PNG with a palette, with what shines through, in rounds, or cut off is not put in as it is', async () => {
  const pdf = await PDFDocument.create();
  const image = () => sharp(Buffer.from(TONES), { raw: { width: WIDE, height: HIGH, channels: 1 } });
  const palette = await image().png({ palette: true }).toBuffer();
  const clear = await image().ensureAlpha().png().toBuffer();
  const rounds = await image().png({ progressive: true }).toBuffer();
  const whole = await image().png().toBuffer();
  for (const png of [palette, clear, rounds, whole.subarray(0, whole.length - 40)])
    expect(embedPlainPng(pdf, png)).toBeNull();
  expect(embedPlainPng(pdf, whole)).not.toBeNull();
});

test('twenty pages by photograph are put together without a pixel being unpacked', async () => {
  const wide = 1654;
  const high = 2339;
  const png = twoTonePng(
    wide,
    high,
    Uint8ClampedArray.from({ length: wide * high }, (_, i) => (i % 97 === 0 ? 0 : 255)),
  );
  const sheets = Array.from({ length: 20 }, (_, i) => photographed(`s${i}`, SRC, false));
  const before = process.memoryUsage().arrayBuffers;
  const pdf = await toPagesPdf(
    unwritten({ file: null, sheets, boxes: [] }),
    'Pages',
    'en',
    [],
    new Map([[SRC, { bytes: png, type: 'image/png', width: wide, height: high }]]),
  );
  // Twenty pages unpacked would be 77 MB at a byte a pixel, and three times that as colours.
  expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(40_000_000);
  expect((await PDFDocument.load(pdf)).getPageCount()).toBe(20);
});
