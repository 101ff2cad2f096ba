import { spawnSync } from 'node:child_process';
import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { degrees, PDFDocument, PDFName, PDFString, StandardFonts } from '@cantoo/pdf-lib';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { scratch } from '@/testing/scratch';
import { sheets } from './sheets';

let folder: string;
beforeAll(() => {
  folder = scratch('kite-look-');
});
afterAll(() => rmSync(folder, { recursive: true }));

const PDF = 'application/pdf';
const put = (name: string, bytes: Uint8Array | string): string => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const look = (path: string, type = PDF) => sheets({ path, type });
const demo = (name: string) => join('demo', 'files', name);
const codeOf = async (path: string, type = PDF) => {
  const looked = await look(path, type);
  return looked.ok ? 'ok' : looked.code;
};

test('a worksheet: its pages, the boxes that they show, and what is asked in each', async () => {
  const looked = await look(demo('three-bearings.pdf'));
  if (!looked.ok) throw new Error(looked.code);
  expect(looked.sheets.map(({ id, page, width }) => [id, page, Math.round(width)])).toEqual([
    ['page-1', 1, 842],
    ['page-2', 2, 842],
    ['page-3', 3, 842],
  ]);
  expect(looked.boxes.map(({ sheet, takes, name }) => `${sheet} ${takes} ${name}`)).toEqual([
    'page-1 words Where is the Marlen? Give her direction from two of the lights.',
    'page-1 words What does the small triangle tell you? 2 to 3 sentences.',
    'page-1 tick I counted each bearing from north, round by east.',
    'page-2 words How far is the Marlen from Bird Light? Show how you measured.',
    'page-2 words She sails at 4 knots. How long does she need to the harbour mouth? Show your working.',
    'page-3 words Can you still find her with two bearings? What are you less sure of?',
  ]);
});

test('a deck whose boxes only say where to write; and slides and a guide with pictures alone, which have none', async () => {
  const deck = await look(demo('forecast-slides.pdf'));
  expect(deck.ok && deck.boxes.map(({ sheet }) => sheet)).toEqual(['page-1', 'page-2', 'page-3', 'page-4']);
  expect(deck.ok && deck.boxes[3]?.name).toBe('Your forecast for the market, in two or three sentences.');
  for (const name of ['parts-of-a-kite.pdf', 'shore-guide.pdf']) {
    const looked = await look(demo(name));
    expect([name, looked.ok && looked.boxes]).toEqual([name, []]);
  }
});

test('fields of a form are boxes of their kind, each where Poppler draws it', async () => {
  const looked = await look(demo('low-water.pdf'));
  if (!looked.ok) throw new Error(looked.code);
  const count = (takes: string) => looked.boxes.filter((box) => box.takes === takes).length;
  expect([count('words'), count('tick'), count('choice')]).toEqual([10, 6, 1]);
  expect(looked.boxes.find(({ takes }) => takes === 'choice')?.options).toEqual(['dry', 'drizzle', 'rain', 'fog']);
  spawnSync('pdftoppm', ['-r', '72', '-png', '-singlefile', demo('low-water.pdf'), join(folder, 'form')]);
  const { data, info } = await sharp(join(folder, 'form.png')).greyscale().raw().toBuffer({ resolveWithObject: true });
  const dark = (x: number, y: number) =>
    [-1, 0, 1].some((d) => (data[(Math.round(y) + d) * info.width + Math.round(x)] as number) < 160);
  // Each has a line below it where its lower side is said to be.
  for (const { x, y, w, h, name } of looked.boxes) expect([name, dark(x + w / 2, y + h - 1)]).toEqual([name, true]);
});

test('what is turned and cut is told as it is seen', async () => {
  const source = await PDFDocument.create();
  const page = source.addPage([400, 600]);
  page.setRotation(degrees(90));
  page.setCropBox(10, 20, 300, 500);
  page.drawRectangle({ x: 60, y: 120, width: 100, height: 200, borderWidth: 1 });
  const looked = await look(put('turned.pdf', await source.save()));
  if (!looked.ok) throw new Error(looked.code);
  expect(looked.sheets[0]).toMatchObject({ width: 500, height: 300 });
  const [box] = looked.boxes;
  // 100 points from the lower side, which is on the left now, and 50 from the left, which is above.
  expect([box?.x, box?.y, box?.w, box?.h].map((n) => Math.round(n ?? 0))).toEqual([100, 50, 200, 100]);
});

test('a picture is one sheet, the right way up', async () => {
  const upright = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#fff' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  const looked = await look(put('a.jpg', new Uint8Array(upright)), 'image/jpeg');
  expect(looked.ok && looked.sheets.map(({ width, height }) => [Math.round(width), Math.round(height)])).toEqual([
    [595, 893],
  ]);
});

test('what cannot be written on is said, each by what is wrong with it', async () => {
  const locked = join(folder, 'locked.pdf');
  spawnSync('qpdf', ['--encrypt', 'secret', 'owner', '256', '--', demo('three-bearings.pdf'), locked]);
  expect(existsSync(locked)).toBe(true);
  expect(await codeOf(locked)).toBe('pdf-locked');
  expect(await codeOf(put('broken.pdf', '%PDF-1.7 and nothing more'))).toBe('pdf-broken');
  const many = await PDFDocument.create();
  for (let i = 0; i < 500; i += 1) many.addPage([200, 200]);
  expect(await codeOf(put('many.pdf', await many.save()))).toBe('too-many-sheets');
  const long = await PDFDocument.create();
  long.addPage([600, 8504]);
  expect(await codeOf(put('long.pdf', await long.save()))).toBe('sheet-too-large');
  const huge = sharp({
    create: { width: 10_000, height: 10_000, channels: 3, background: '#fff' },
    limitInputPixels: false,
  });
  expect(await codeOf(put('huge.png', new Uint8Array(await huge.png().toBuffer())), 'image/png')).toBe(
    'picture-too-large',
  );
  expect(await codeOf(put('none.png', 'no picture'), 'image/png')).toBe('not-a-picture');
  expect(await codeOf(put('a.zip', 'PK'), 'application/zip')).toBe('not-for-writing');
});

test('nothing that a form would run is run, and it is looked at like any other', async () => {
  const source = await PDFDocument.create();
  const page = source.addPage([400, 400]);
  page.drawText('Name', { x: 40, y: 320, size: 12, font: await source.embedFont(StandardFonts.Helvetica) });
  source.getForm().createTextField('name').addToPage(page, { x: 100, y: 310, width: 200, height: 20 });
  const script = source.context.obj({
    S: 'JavaScript',
    JS: PDFString.of('globalThis.ranHere = true; while (true) {}'),
  });
  source.catalog.set(PDFName.of('OpenAction'), script);
  const looked = await look(put('scripts.pdf', await source.save()));
  expect(looked.ok && looked.boxes.map(({ field }) => field)).toEqual(['name']);
  expect((globalThis as { ranHere?: boolean }).ranHere).toBeUndefined();
});

/** The smallest deck there is in the open format (OASIS OpenDocument 1.3): a slide a line. */
function deck(lines: readonly string[]): Uint8Array {
  const names = ['office', 'draw', 'text', 'presentation', 'svg-compatible', 'style'].map(
    (name) =>
      `xmlns:${name.replace('-compatible', '')}="urn:oasis:names:tc:opendocument:xmlns:${name === 'draw' ? 'drawing' : name}:1.0"`,
  );
  const slides = lines.map(
    (line, i) =>
      `<draw:page draw:name="s${i}" draw:master-page-name="m"><draw:frame svg:x="2cm" svg:y="2cm" svg:width="20cm" svg:height="3cm"><draw:text-box><text:p>${line}</text:p></draw:text-box></draw:frame></draw:page>`,
  );
  const type = 'application/vnd.oasis.opendocument.presentation';
  return zipSync({
    mimetype: [strToU8(type), { level: 0 }],
    'content.xml': strToU8(
      `<?xml version="1.0"?><office:document-content ${names.join(' ')} office:version="1.3"><office:body><office:presentation>${slides.join('')}</office:presentation></office:body></office:document-content>`,
    ),
    'META-INF/manifest.xml': strToU8(
      `<?xml version="1.0"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0"><manifest:file-entry manifest:full-path="/" manifest:media-type="${type}"/><manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>`,
    ),
  });
}

test('a deck of another program becomes a PDF beneath, which goes with what is looked at', async () => {
  const path = put('deck.odp', deck(['What do you see in the west?', 'Where does the wind come from?']));
  const looked = await look(path, 'application/vnd.oasis.opendocument.presentation');
  if (!looked.ok) throw new Error(looked.code);
  expect(looked.sheets).toHaveLength(2);
  const words = spawnSync('pdftotext', [looked.made?.path ?? '', '-'], { encoding: 'utf8' }).stdout;
  expect(words).toContain('What do you see in the west?');
  expect(await codeOf(put('none.odp', 'PK, and nothing more'), 'application/vnd.oasis.opendocument.presentation')).toBe(
    'pdf-broken',
  );
});
