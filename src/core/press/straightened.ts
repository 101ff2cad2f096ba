import type { Corners, Pixels } from './pixels';
import { type Projection, projection, sideRatio } from './projection';

/** Dots an inch of a pressed page: enough to read small writing, and no more than a telephone takes. */
export const DOTS_PER_INCH = 200;
/** A4 in dots (ISO 216: 210 by 297 mm). */
export const A4_DOTS = {
  shorter: Math.round((210 / 25.4) * DOTS_PER_INCH),
  longer: Math.round((297 / 25.4) * DOTS_PER_INCH),
} as const;
const A4_RATIO = 210 / 297;
/** A page whose sides are so near to those of A4 is taken to be that. */
const NEAR = 0.09;

/** How large a page is on its sheet of A4, in dots. */
interface OnSheet {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly top: number;
}

/** A4, upright or lying as the page is, and the page on it as large as it can be without being stretched. */
export function onSheet(ratio: number): {
  readonly sheet: { readonly width: number; readonly height: number };
  readonly page: OnSheet;
} {
  const lies = ratio > 1;
  const [width, height] = lies ? [A4_DOTS.longer, A4_DOTS.shorter] : [A4_DOTS.shorter, A4_DOTS.longer];
  const sheet = { width, height };
  const own = lies ? 1 / A4_RATIO : A4_RATIO;
  if (Math.abs(ratio / own - 1) < NEAR) return { sheet, page: { width, height, left: 0, top: 0 } };
  const w = Math.round(Math.min(width, height * ratio));
  const h = Math.round(Math.min(height, width / ratio));
  return { sheet, page: { width: w, height: h, left: (width - w) >> 1, top: (height - h) >> 1 } };
}

/** Corners after so many quarter turns to the right: the page's upper left is then another. */
export const turned = (corners: Corners, quarters: number): Corners =>
  corners.map((_, i) => corners[(i - quarters + 8) % 4]) as unknown as Corners;

/** A page on its sheet, a byte a pixel: how bright it is (luma), or its red, its green and its blue apart. */
export interface Planes {
  readonly width: number;
  readonly height: number;
  readonly planes: readonly Uint8ClampedArray[];
}

/** So many dots at each side of a page are left white: there the table shines through. */
const RIM = 4;

/**
 * A page made straight: as if seen from above, on white A4. What lay outside of the photograph stays white.
 *
 * @param corners clockwise from what is to be its upper left
 */
export function straightened(photograph: Pixels, corners: Corners, coloured: boolean): Planes {
  const { sheet, page } = onSheet(sideRatio(corners, photograph));
  const planes = Array.from({ length: coloured ? 3 : 1 }, () =>
    new Uint8ClampedArray(sheet.width * sheet.height).fill(255),
  );
  const [x0, y0] = [page.left, page.top];
  const [x1, y1] = [x0 + page.width, y0 + page.height];
  // Pixels are counted from their middles.
  const target = [
    { x: x0 - 0.5, y: y0 - 0.5 },
    { x: x1 - 0.5, y: y0 - 0.5 },
    { x: x1 - 0.5, y: y1 - 0.5 },
    { x: x0 - 0.5, y: y1 - 0.5 },
  ] as const;
  const back = projection(target, corners);
  const area = { left: x0 + RIM, top: y0 + RIM, right: x1 - RIM, bottom: y1 - RIM };
  if (back) copied(photograph, back, { ...sheet, planes }, area);
  return { ...sheet, planes };
}

interface Area {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Fills an area from where a projection says that it was, mixed of the four pixels nearest to that. */
function copied(
  { width, height, data }: Pixels,
  [a, b, c, d, e, f, g, h]: Projection,
  { width: across, planes }: Planes,
  { left, top, right, bottom }: Area,
): void {
  // A pixel at a time: red in its lowest byte, then green, then blue.
  const pixels = new Int32Array(data.buffer, data.byteOffset, width * height);
  const [first, green, blue] = planes as readonly [Uint8ClampedArray, Uint8ClampedArray?, Uint8ClampedArray?];
  const [lastX, lastY] = [width - 2, height - 2];
  for (let y = top; y < bottom; y += 1) {
    let to = y * across + left;
    for (let x = left; x < right; x += 1, to += 1) {
      const w = 1 / (g * x + h * y + 1);
      const sx = (a * x + b * y + c) * w;
      const sy = (d * x + e * y + f) * w;
      if (!(sx >= 0 && sy >= 0 && sx <= lastX && sy <= lastY)) continue;
      const ix = sx | 0;
      const iy = sy | 0;
      const i = iy * width + ix;
      const p = pixels[i] as number;
      const q = pixels[i + 1] as number;
      const r = pixels[i + width] as number;
      const s = pixels[i + width + 1] as number;
      const fx = sx - ix;
      const fy = sy - iy;
      const se = fx * fy;
      const ne = fx - se;
      const sw = fy - se;
      const nw = 1 - fx - sw;
      if (green === undefined || blue === undefined)
        first[to] = bright(p) * nw + bright(q) * ne + bright(r) * sw + bright(s) * se;
      else {
        first[to] = (p & 255) * nw + (q & 255) * ne + (r & 255) * sw + (s & 255) * se;
        green[to] = ((p >> 8) & 255) * nw + ((q >> 8) & 255) * ne + ((r >> 8) & 255) * sw + ((s >> 8) & 255) * se;
        blue[to] = ((p >> 16) & 255) * nw + ((q >> 16) & 255) * ne + ((r >> 16) & 255) * sw + ((s >> 16) & 255) * se;
      }
    }
  }
}

/** How bright a whole pixel is (luma, in 256ths of its shares). */
const bright = (pixel: number): number =>
  (77 * (pixel & 255) + 150 * ((pixel >> 8) & 255) + 29 * ((pixel >> 16) & 255)) >> 8;
