import fc from 'fast-check';
import { photographs, pixelsOf, told } from '@/testing/press/photographs';
import type { Corners } from './pixels';
import { projected, projection, sideRatio } from './projection';
import { A4_DOTS, onSheet, straightened, turned } from './straightened';

const square: Corners = [
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 100 },
  { x: 0, y: 100 },
];

test('a projection takes each corner to its own, and back', () => {
  const shift = fc.double({ min: -30, max: 30, noNaN: true });
  fc.assert(
    fc.property(fc.array(shift, { minLength: 8, maxLength: 8 }), (by) => {
      const to = square.map(({ x, y }, i) => ({
        x: x + (by[2 * i] as number),
        y: y + (by[2 * i + 1] as number),
      })) as unknown as Corners;
      const there = projection(square, to);
      const back = projection(to, square);
      if (!there || !back) return;
      for (const corner of square) {
        const again = projected(back, projected(there, corner));
        expect(Math.hypot(again.x - corner.x, again.y - corner.y)).toBeLessThan(1e-6);
      }
    }),
  );
});

test('three corners on a line make no projection', () => {
  expect(projection([square[0], square[1], { x: 50, y: 0 }, square[3]], square)).toBeNull();
});

test('a page straightened here is the page straightened by OpenCV', async () => {
  for (const { path, corners } of photographs(['shade', 'clutter'], [1], 900)) {
    const { width, height, planes } = straightened(await pixelsOf(path), corners, true);
    const theirs = told(
      'warped.py',
      path,
      JSON.stringify(corners.map(({ x, y }) => [x, y])),
      `${width}`,
      `${height}`,
    ) as number[];
    // They say each fortieth dot in both directions, three colours each.
    let [off, n] = [0, 0];
    for (let y = 40; y < height - 40; y += 40)
      for (let x = 40; x < width - 40; x += 40)
        for (const plane of planes) {
          off += Math.abs((plane[y * width + x] as number) - (theirs[n] as number));
          n += 1;
        }
    expect(n).toBe(theirs.length);
    expect(off / n).toBeLessThan(0.75);
  }
});

test('how wide a page is can be told however it was seen', () => {
  for (const { name, corners } of photographs(['wood', 'turned', 'cloth'], [1, 2, 3], 300)) {
    const ratio = sideRatio(corners, { width: 300, height: 400 });
    const lesser = Math.min(ratio, 1 / ratio);
    expect([name, Math.abs(lesser / (210 / 297) - 1) < 0.06]).toEqual([name, true]);
  }
});

test('a page of A4 fills its sheet, upright or lying; any other keeps its shape on it', () => {
  const { shorter, longer } = A4_DOTS;
  expect(onSheet(0.72)).toEqual({
    sheet: { width: shorter, height: longer },
    page: { width: shorter, height: longer, left: 0, top: 0 },
  });
  expect(onSheet(1.4).page).toEqual({ width: longer, height: shorter, left: 0, top: 0 });
  const { page } = onSheet(1);
  expect([page.width, page.height]).toEqual([shorter, shorter]);
  expect(page.top).toBe((longer - shorter) >> 1);
});

test('a quarter turn to the right brings what was lower left to the upper left', () => {
  expect(turned(square, 1)[0]).toEqual(square[3]);
  expect(turned(turned(square, 3), 1)).toEqual(square);
});
