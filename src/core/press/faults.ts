import type { Corners, Pixels } from './pixels';
import type { Planes } from './straightened';

/** What is wrong with a photograph of a page. */
export const FAULTS = ['dark', 'blurred', 'cut-off'] as const;
export type Fault = (typeof FAULTS)[number];

/** Paper that is darker than this was hardly lit, of 255. */
const DARK = 60;
/** Of what is between ink and paper, the steepest strokes go through so much from one pixel to the next. */
const SHARP = 0.16;
/** Where less than this many of a thousand pixels are ink there is nothing to judge by. */
const LEAST_INK = 2;
/** A corner may lie outside by so much of the photograph's longer side. */
const OUTSIDE = 0.004;

/** The value below which so many of a thousand lie. */
function permille(values: Uint8ClampedArray, n: number, step: number): number {
  const counts = new Uint32Array(256);
  let all = 0;
  for (let i = 0; i < values.length; i += step) {
    const v = values[i] as number;
    counts[v] = (counts[v] as number) + 1;
    all += 1;
  }
  let below = 0;
  for (let v = 0; v < 256; v += 1) {
    below += counts[v] as number;
    if (below > (all * n) / 1000) return v;
  }
  return 255;
}

/** Are the strokes of a page washed out? */
function isBlurred(width: number, shades: Uint8ClampedArray): boolean {
  const [ink, paper] = [permille(shades, LEAST_INK, 3), permille(shades, 500, 3)];
  if (paper - ink < 60) return false;
  // Every fourth row tells enough.
  const rows = Math.floor((shades.length / width - 1) / 4);
  const steps = new Uint8ClampedArray(rows * width);
  for (let row = 0; row < rows; row += 1) {
    const off = (row * 4 + 1) * width;
    for (let x = 1; x < width; x += 1) {
      const i = off + x;
      const across = Math.abs((shades[i] as number) - (shades[i - 1] as number));
      const down = Math.abs((shades[i] as number) - (shades[i - width] as number));
      steps[row * width + x] = Math.max(across, down);
    }
  }
  return permille(steps, 995, 1) / (paper - ink) < SHARP;
}

/** The plane by which a page is judged: how bright it is, or its green, which is most of that. */
const judged = ({ planes }: Planes): Uint8ClampedArray => planes[planes.length >> 1] as Uint8ClampedArray;

/**
 * What should be said of a photograph before it goes: that it was too dark, that it is not sharp, that the page lies partly outside.
 *
 * @param page made straight, as it was lit
 * @param even the same with its paper made even
 */
export function faultsOf(photograph: Pixels, page: Planes, even: Planes, corners: Corners): readonly Fault[] {
  const off = OUTSIDE * Math.max(photograph.width, photograph.height);
  const isOut = corners.some(
    ({ x, y }) => x < -off || y < -off || x > photograph.width + off || y > photograph.height + off,
  );
  const is: Readonly<Record<Fault, boolean>> = {
    dark: permille(judged(page), 700, 64) < DARK,
    blurred: isBlurred(page.width, judged(even)),
    'cut-off': isOut,
  };
  return FAULTS.filter((fault) => is[fault]);
}
