import { farthestOff, HARD, type Photograph, PLAIN, photographs, pixelsOf } from '@/testing/press/photographs';
import { findPage } from './find-page';

/** Pages seen by a camera of OpenCV; their corners are known. Twice each kind, at the size of a small camera. */
const taken = photographs([...PLAIN, ...HARD], [1, 2], 700);
const seen = (kinds: readonly string[]) => taken.filter(({ name }) => kinds.includes(name.replace(/-\d+$/, '')));

async function found({ path, corners }: Photograph) {
  const pixels = await pixelsOf(path);
  const page = findPage(pixels);
  return { off: farthestOff(page.corners, corners, pixels), sure: page.sure };
}

test('corners are found to half a hundredth of the diagonal on wood, on cloth, in shade, turned and amid clutter', async () => {
  for (const photograph of seen(PLAIN)) {
    const { off, sure } = await found(photograph);
    expect([photograph.name, off < 0.005, sure]).toEqual([photograph.name, true, [true, true, true, true]]);
  }
});

test('a page on tiles, under a hand or cut off is found, or it is said that it should be looked at', async () => {
  for (const photograph of seen(HARD)) {
    const { off, sure } = await found(photograph);
    expect([photograph.name, off < 0.05 || sure.includes(false)]).toEqual([photograph.name, true]);
  }
});

test('the corner that a thumb lies on is where the sides would meet, and is the one that is not sure', async () => {
  for (const photograph of seen(['hand'])) {
    const { off, sure } = await found(photograph);
    expect([photograph.name, off < 0.01, sure.filter((one) => !one).length]).toEqual([photograph.name, true, 1]);
  }
});

test('where there is no page all four corners are to be looked at, and they lie within the photograph', () => {
  const grey = { width: 300, height: 400, data: new Uint8ClampedArray(300 * 400 * 4).fill(128) };
  const { corners, sure } = findPage(grey);
  expect(sure).toEqual([false, false, false, false]);
  for (const { x, y } of corners) expect(x > 0 && y > 0 && x < 300 && y < 400).toBe(true);
});
