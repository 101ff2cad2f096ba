import sharp, { type Sharp } from 'sharp';
import { photographs, pixelsOf } from '@/testing/press/photographs';
import type { Pixels } from './pixels';
import { twoTonePng } from './png';
import { press } from './press';

const taken = photographs(['wood', 'shade', 'cut'], [1], 800);
const pathOf = (kind: string) => taken.find(({ name }) => name.startsWith(kind))?.path ?? '';
const photograph = (kind: string) => pixelsOf(pathOf(kind));

/** How many of the dots of a pressed page are black, by its left and its right half. */
function ink({ page }: ReturnType<typeof press>): readonly [number, number] {
  const counted: [number, number] = [0, 0];
  page.planes[0]?.forEach((tone, i) => {
    if (tone === 0) counted[i % page.width < page.width / 2 ? 0 : 1] += 1;
  });
  const half = (page.width * page.height) / 2;
  return [counted[0] / half, counted[1] / half];
}

test('a shadow and the squares of the paper go, the writing stays', async () => {
  const shaded = press(await photograph('shade'), { corners: null, turn: 0, look: 'ink' });
  expect(shaded.faults).toEqual([]);
  // Writing covers between a two-hundredth and a tenth of what is written on; a shadow would cover much of a half.
  for (const share of ink(shaded)) expect(share < 0.1).toBe(true);
  expect(Math.max(...ink(shaded))).toBeGreaterThan(0.005);
});

test('colours stay colours: paper becomes white, blue ink stays blue', async () => {
  const { page } = press(await photograph('wood'), { corners: null, turn: 0, look: 'colour' });
  const [red, green, blue] = page.planes as [Uint8ClampedArray, Uint8ClampedArray, Uint8ClampedArray];
  const white = red.filter((v, i) => v > 240 && (green[i] as number) > 240 && (blue[i] as number) > 240).length;
  expect(white / red.length).toBeGreaterThan(0.75);
});

/** A photograph less lit, out of focus, or of a page that reaches beyond it. */
async function spoilt(how: (image: Sharp) => Sharp): Promise<Pixels> {
  const { data, info } = await how(sharp(pathOf('wood')))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

test('a photograph that is too dark, not sharp or cut off is told', async () => {
  const faults = (pixels: Pixels) => press(pixels, { corners: null, turn: 0, look: 'ink' }).faults;
  expect(faults(await spoilt((image) => image))).toEqual([]);
  expect(faults(await spoilt((image) => image.linear(0.2, 0)))).toEqual(['dark']);
  expect(faults(await spoilt((image) => image.blur(6)))).toEqual(['blurred']);
  expect(faults(await photograph('cut'))).toEqual(['cut-off']);
});

test('corners that a student has said are taken as they are, and the page is turned as it was said', async () => {
  const pixels = await photograph('wood');
  const { corners } = press(pixels, { corners: null, turn: 0, look: 'ink' });
  const moved = corners.map(({ x, y }) => ({ x: x + 5, y: y - 5 })) as unknown as typeof corners;
  const said = press(pixels, { corners: moved, turn: 1, look: 'grey' });
  expect(said.corners).toEqual(moved);
  expect(said.sure).toEqual([true, true, true, true]);
  expect(said.page.width).toBeGreaterThan(said.page.height);
});

test('two tones become a PNG of one bit that another library reads the same', async () => {
  const { width, height } = { width: 37, height: 11 };
  const tones = Uint8ClampedArray.from({ length: width * height }, (_, i) => (i % 3 === 0 || i % 7 === 0 ? 0 : 255));
  const png = twoTonePng(width, height, tones);
  const { depth, density, channels } = await sharp(png).metadata();
  expect([channels, density]).toEqual([1, 200]);
  expect(depth).toBe('uchar');
  const { data } = await sharp(png).toColourspace('b-w').raw().toBuffer({ resolveWithObject: true });
  expect(Uint8ClampedArray.from(data)).toEqual(tones);
});
