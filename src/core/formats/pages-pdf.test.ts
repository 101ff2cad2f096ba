import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { degrees, PDFDocument, PDFName, PDFString } from '@cantoo/pdf-lib';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { scratch } from '@/testing/scratch';
import { newThing } from '../documents/pages-document';
import { type PagesContent, TICKED } from '../kinds/document/pages';
import { type Box, paper } from '../pages/given';
import { type PenPoint, packed, simplified } from '../pages/ink';
import { toPagesPdf } from './pages-pdf';
import type { FontFile } from './pdf-paper';

const SRC = `/api/text-pictures/${'a'.repeat(64)}`;
const font = (name: string, bold = false): FontFile => ({
  bytes: new Uint8Array(readFileSync(join('node_modules', '@fontsource', name))),
  bold,
  italic: false,
});
const FONTS = [
  font('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff'),
  font('atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff', true),
  font('readex-pro/files/readex-pro-arabic-400-normal.woff'),
];
const demo = (name: string) => new Uint8Array(readFileSync(join('demo', 'files', name)));

let folder: string;
beforeAll(() => {
  folder = scratch('kite-sheets-');
});
afterAll(() => rmSync(folder, { recursive: true }));

const program = (name: string, ...args: string[]) => spawnSync(name, args, { encoding: 'utf8' });

/** A PDF that qpdf found sound, with its words as pdftotext reads them. */
function read(pdf: Uint8Array, ...more: string[]): string {
  const path = join(folder, 'a.pdf');
  writeFileSync(path, pdf);
  const sound = program('qpdf', '--check', path);
  expect([sound.status, sound.stderr]).toEqual([0, '']);
  return program('pdftotext', '-enc', 'UTF-8', ...more, path, '-')
    .stdout.replace(/[\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, '')
    .normalize('NFKC');
}

const SHEET = { id: 'one', width: 841.92, height: 594.96, page: 1, ruling: 'blank' } as const;
const box = (id: string, more: Partial<Box> = {}): Box => ({
  id,
  sheet: 'one',
  x: 499,
  y: 116,
  w: 305,
  h: 70,
  name: '',
  takes: 'words',
  options: [],
  field: null,
  ...more,
});
const content = (more: Partial<PagesContent>): PagesContent => ({
  file: { src: SRC, type: 'application/pdf', name: 'a.pdf' },
  sheets: [SHEET],
  boxes: [],
  filled: {},
  things: [],
  ...more,
});
const made = (given: PagesContent, bytes: Uint8Array, type = 'application/pdf', size = { width: 1, height: 1 }) =>
  toPagesPdf(given, 'Written on', 'en', FONTS, new Map([[SRC, { bytes, type, ...size }]]));
const thing = (is: Parameters<typeof newThing>[0], more: Partial<Parameters<typeof newThing>[1]>) =>
  newThing(is, { id: is, sheet: 'one', x: 60, y: 480, ink: 'blue', at: 1, ...more });

test('what was written is text that is found behind what was printed, in order, in fonts that go with it', async () => {
  const given = content({
    boxes: [box('a'), box('b', { y: 237 })],
    filled: { a: 'She is 118° from the Old Light.', b: 'The lines do not meet.\nShe is in between.' },
    things: [thing('text', { words: 'A note of my own', w: 200 })],
  });
  const words = read(await made(given, demo('three-bearings.pdf')));
  const places = ['Three bearings, one boat', 'Give her direction', 'She is 118° from the Old Light.'].map((one) =>
    words.indexOf(one),
  );
  expect(places.every((at) => at >= 0)).toBe(true);
  for (const one of ['The lines do not meet.', 'She is in between.', 'A note of my own']) expect(words).toContain(one);
  const fonts = program('pdffonts', join(folder, 'a.pdf')).stdout.split('\n').slice(2).filter(Boolean);
  expect(fonts.length).toBeGreaterThan(1);
  for (const line of fonts) expect(line).toMatch(/\byes\s+(?:yes|no)\s+(?:yes|no)\s+\d+\s+\d+\s*$/);
});

test('Arabic with digits and brackets is read as it was typed', async () => {
  const said = 'القارب على بُعد 3.4 كم (من الميناء)';
  const given = content({
    file: null,
    sheets: [paper('one', 'lined')],
    boxes: [box('a', { x: 90 })],
    filled: { a: said },
  });
  const words = read(await made(given, new Uint8Array()));
  const line = words.split('\n').find((one) => one.includes('القارب')) ?? '';
  // The program reads a bracket as it is drawn, mirrored, and puts spaces by its own measure.
  const mirrored = said.replace(/[()]/g, (sign) => (sign === '(' ? ')' : '('));
  const letters = (words: string) => words.normalize('NFKC').replace(/\s+/g, '');
  expect(letters(line)).toBe(letters(mirrored));
});

test('the file that lies beneath is not changed, and pages that are no sheet go', async () => {
  const before = demo('three-bearings.pdf');
  const copy = before.slice();
  const pdf = await PDFDocument.load(await made(content({ sheets: [SHEET, paper('two', 'squared')] }), before));
  expect(before).toEqual(copy);
  expect(pdf.getPages().map((page) => [Math.round(page.getWidth()), Math.round(page.getHeight())])).toEqual([
    [842, 595],
    [595, 842],
  ]);
});

/** Where a colour is seen on a page, in points from its upper left corner, as Poppler draws it. */
async function seen(pdf: Uint8Array, isMeant: (r: number, g: number, b: number) => boolean) {
  writeFileSync(join(folder, 'b.pdf'), pdf);
  program(
    'pdftoppm',
    '-r',
    '144',
    '-png',
    '-f',
    '1',
    '-l',
    '1',
    '-cropbox',
    '-singlefile',
    join(folder, 'b.pdf'),
    join(folder, 'b'),
  );
  const { data, info } = await sharp(join(folder, 'b.png')).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const places: { x: number; y: number }[] = [];
  for (let i = 0; i < data.length; i += 3)
    if (isMeant(data[i] as number, data[i + 1] as number, data[i + 2] as number))
      places.push({ x: ((i / 3) % info.width) / 2, y: Math.floor(i / 3 / info.width) / 2 });
  return places;
}
const isBlue = (r: number, g: number, b: number) => b > 150 && r < 90 && g < 120;

/** Half of the Hausdorff distance: how far the farthest of some places is from the nearest of others. */
const farthest = (from: readonly { x: number; y: number }[], to: readonly { x: number; y: number }[]) =>
  Math.max(...from.map((a) => Math.min(...to.map((b) => Math.hypot(a.x - b.x, a.y - b.y)))));

const WAVE: PenPoint[] = Array.from({ length: 480 }, (_, i) => ({
  x: 100 + i / 2,
  y: 300 + 50 * Math.sin(i / 48),
  pressure: 0.5,
}));
function inked() {
  const kept = simplified(WAVE);
  const corner = { x: Math.min(...kept.map(({ x }) => x)), y: Math.min(...kept.map(({ y }) => y)) };
  const w = Math.max(...kept.map(({ x }) => x)) - corner.x;
  const h = Math.max(...kept.map(({ y }) => y)) - corner.y;
  return thing('ink', { ...corner, w, h, points: packed(kept, corner) });
}

test.each([0, 90, 180, 270])(
  'ink lies where it was drawn, also on a page that is turned by %i degrees',
  async (turned) => {
    const source = await PDFDocument.create();
    const page = source.addPage([500, 700]);
    page.setRotation(degrees(turned));
    // Not everything that there is of the page is seen.
    page.setCropBox(20, 30, 460, 620);
    const seenAt = turned % 180 === 0 ? { width: 460, height: 620 } : { width: 620, height: 460 };
    const given = content({ sheets: [{ ...SHEET, ...seenAt }], things: [inked()] });
    const places = await seen(await made(given, await source.save()), isBlue);
    expect(places.length).toBeGreaterThan(200);
    expect(farthest(places, WAVE)).toBeLessThan(1.8);
    expect(farthest(WAVE, places)).toBeLessThan(1.8);
  },
);

test('ink is drawn as a shape and not as a picture, whatever the page does to its own drawing', async () => {
  const source = await PDFDocument.create();
  const page = source.addPage([500, 700]);
  // A page that ends turned and made small: what comes behind it must not be.
  page.node.set(
    PDFName.of('Contents'),
    source.context.register(source.context.stream('0.2 0 0 0.2 50 50 cm 0 1 0 rg')),
  );
  const pdf = await made(
    content({ sheets: [{ ...SHEET, width: 500, height: 700 }], things: [inked()] }),
    await source.save(),
  );
  expect(farthest(await seen(pdf, isBlue), WAVE)).toBeLessThan(1.8);
  expect(program('pdfimages', '-list', join(folder, 'b.pdf')).stdout.trim().split('\n')).toHaveLength(2);
});

test('every kind of thing is seen, and a ticked box, too', async () => {
  const things = (['line', 'arrow', 'rectangle', 'tick', 'cross'] as const).map((is, i) =>
    thing(is, { x: 60 + i * 120, y: 470 }),
  );
  const given = content({
    boxes: [box('t', { takes: 'tick', x: 499, y: 363, w: 12, h: 12 })],
    filled: { t: TICKED },
    things: [...things, thing('formula', { x: 60, y: 540, words: 'a^2+b^2' })],
  });
  const places = await seen(await made(given, demo('three-bearings.pdf')), isBlue);
  for (const { x, y } of [...things, { x: 60, y: 540 }, { x: 499, y: 363 }])
    expect([x, places.some((at) => at.x > x - 2 && at.x < x + 100 && at.y > y - 4 && at.y < y + 30)]).toEqual([
      x,
      true,
    ]);
});

test('fields of a PDF are filled and stay fields, as pdf.js reads them; what ran by itself runs no more', async () => {
  const source = await PDFDocument.load(demo('low-water.pdf'));
  source.catalog.set(
    PDFName.of('OpenAction'),
    source.context.obj({ Type: 'Action', S: 'JavaScript', JS: PDFString.of('app.alert(1)') }),
  );
  const field = (id: string, name: string, more: Partial<Box> = {}) => box(id, { field: name, ...more });
  const given = content({
    sheets: [{ ...SHEET, width: 595.28, height: 841.89 }],
    boxes: [
      field('a', 'Which pool'),
      field('b', 'Shore crab', { takes: 'tick' }),
      field('c', 'The weather', { takes: 'choice', options: ['dry', 'rain'] }),
      field('d', 'Limpet', { takes: 'tick' }),
      field('e', 'gone'),
    ],
    filled: { a: 'The one below the steps', b: TICKED, c: 'rain', e: 'x' },
  });
  const pdf = await made(given, await source.save());
  expect(read(pdf)).toContain('The one below the steps');
  const open = await getDocument({ data: pdf, isEvalSupported: false, useSystemFonts: false, verbosity: 0 }).promise;
  const fields = (await (await open.getPage(1)).getAnnotations()) as { fieldName: string; fieldValue: unknown }[];
  const value = (name: string) => fields.find(({ fieldName }) => fieldName === name)?.fieldValue;
  expect(fields.length).toBe(17);
  expect(value('Which pool')).toBe('The one below the steps');
  expect(value('Shore crab')).not.toBe('Off');
  expect(value('Limpet')).toBe('Off');
  expect([value('The weather')].flat()).toEqual(['rain']);
  expect(await open.getJSActions()).toBeNull();
  await open.destroy();
});

test.each([
  ['one line', 'البركة (12) قرب سلم Marlen', false],
  ['several lines', 'كان البحر هادئًا عند الساعة 10:45 (تقريبًا)، ثم جاءت الريح من الغرب.', true],
])('a field of %s that is filled from right to left shows its words as a box does', async (_of, said, several) => {
  const source = await PDFDocument.load(demo('low-water.pdf'));
  const own = source.getForm().getTextField('Which pool');
  if (several) own.enableMultiline();
  const sheet = { ...SHEET, width: 595.28, height: 841.89 };
  const shown = async (given: Partial<PagesContent>) => {
    const pdf = await made(content({ sheets: [sheet], ...given }), await source.save());
    // The program reads a bracket as it is drawn, mirrored, and puts spaces by its own measure.
    const words = read(pdf).replace(/\s+/g, '');
    return { pdf, words };
  };
  const before = (await shown({})).words;
  const boxed = await shown({ boxes: [box('a', { x: 60, y: 780, w: 500, h: 60 })], filled: { a: said } });
  const fielded = await shown({ boxes: [box('a', { field: 'Which pool' })], filled: { a: said } });
  const letters = (words: string) => [...words].sort().join('');
  const arabic = /[\u0600-\u06ff][^a-z]*[\u0600-\u06ff]/iu;
  // Where lines break depends on how wide they may be.
  if (!several) expect(arabic.exec(fielded.words)?.[0]).toBe(arabic.exec(boxed.words)?.[0]);
  expect(letters(fielded.words)).toBe(letters(boxed.words));
  expect(fielded.words.length).toBe(before.length + said.replace(/\s+/g, '').length);
  // It is still a field, with what was typed as its value.
  const open = await getDocument({ data: fielded.pdf, isEvalSupported: false, useSystemFonts: false, verbosity: 0 })
    .promise;
  const fields = (await (await open.getPage(1)).getAnnotations()) as { fieldName: string; fieldValue: unknown }[];
  expect(fields.find(({ fieldName }) => fieldName === 'Which pool')?.fieldValue).toBe(said);
  await open.destroy();
});

test('a picture lies beneath as wide as its sheet; a file that cannot be read leaves empty paper with what was written', async () => {
  const bytes = new Uint8Array(
    await sharp({ create: { width: 40, height: 60, channels: 3, background: '#2a2' } })
      .png()
      .toBuffer(),
  );
  const sheet = { ...SHEET, width: 400, height: 600 };
  const given = content({ file: { src: SRC, type: 'image/png', name: 'a.png' }, sheets: [sheet], things: [inked()] });
  const green = await seen(
    await made(given, bytes, 'image/png', { width: 40, height: 60 }),
    (r, g, b) => g > 120 && r < 80 && b < 80,
  );
  expect(green.length).toBeGreaterThan(800 * 1000);
  const words = read(
    await made(content({ things: [thing('text', { words: 'Still here' })] }), new Uint8Array([1, 2, 3])),
  );
  expect(words).toContain('Still here');
});
