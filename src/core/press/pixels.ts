import type { Point } from '../pages/geometry';

/** A picture as a browser gives it: red, green, blue and alpha of each pixel, row by row, 0 to 255. */
export interface Pixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** A picture of one value a pixel, row by row. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** The corners of a page in pixels from the upper left corner of a picture, clockwise from its upper left. */
export type Corners = readonly [Point, Point, Point, Point];

/** How bright a pixel is (luma of ITU-R BT.601). */
export const luma = (data: Uint8ClampedArray, i: number): number =>
  0.299 * (data[i] as number) + 0.587 * (data[i + 1] as number) + 0.114 * (data[i + 2] as number);

/**
 * A picture made smaller by a whole number, in grey: each pixel is the mean of `by` times `by`, of which every other one is looked at
 * from 4 on.
 *
 * @param by at least 1
 */
export function shrunk({ width, height, data }: Pixels, by: number): Grey {
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  const out = new Float32Array(w * h);
  const step = by >= 4 ? 2 : 1;
  const each = 1 / (1000 * Math.ceil(by / step) ** 2);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      let sum = 0;
      for (let dy = 0; dy < by; dy += step) {
        let i = ((y * by + dy) * width + x * by) * 4;
        for (let dx = 0; dx < by; dx += step, i += 4 * step)
          sum += 299 * (data[i] as number) + 587 * (data[i + 1] as number) + 114 * (data[i + 2] as number);
      }
      out[y * w + x] = sum * each;
    }
  return { width: w, height: h, data: out };
}

/** A grey picture of half the size: each pixel is the brightest of four. */
export function halved({ width, height, data }: Grey): Grey {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y += 1)
    for (let x = 0; x < w; x += 1) {
      const i = 2 * y * width + 2 * x;
      const [a, b] = [data[i] as number, data[i + 1] as number];
      const [c, d] = [data[i + width] as number, data[i + width + 1] as number];
      out[y * w + x] = Math.max(a, b, c, d);
    }
  return { width: w, height: h, data: out };
}

/** The mean of a pixel and its eight neighbours, for each; the rim stays. */
export function smoothed({ width, height, data }: Grey): Grey {
  const out = data.slice();
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      let sum = 0;
      for (let dy = -1; dy <= 1; dy += 1) {
        const i = (y + dy) * width + x;
        sum += (data[i - 1] as number) + (data[i] as number) + (data[i + 1] as number);
      }
      out[y * width + x] = sum / 9;
    }
  return { width, height, data: out };
}

/** The value at a place between pixels; `NaN` outside of the picture. */
export function at({ width, height, data }: Grey, x: number, y: number): number {
  if (!(x >= 0 && y >= 0 && x <= width - 1 && y <= height - 1)) return Number.NaN;
  const x0 = x > width - 2 ? width - 2 : x | 0;
  const y0 = y > height - 2 ? height - 2 : y | 0;
  const fx = x - x0;
  const fy = y - y0;
  const i = y0 * width + x0;
  const above = (data[i] as number) * (1 - fx) + (data[i + 1] as number) * fx;
  const below = (data[i + width] as number) * (1 - fx) + (data[i + width + 1] as number) * fx;
  return above * (1 - fy) + below * fy;
}

/** The largest value within `reach` pixels of each: thin dark strokes go. */
export function withoutStrokes({ width, height, data }: Grey, reach: number): Grey {
  const along = data.slice();
  for (let y = 0; y < height; y += 1)
    for (let n = 1; n <= reach; n += 1) {
      const row = y * width;
      for (let x = n; x < width; x += 1)
        if ((data[row + x - n] as number) > (along[row + x] as number)) along[row + x] = data[row + x - n] as number;
      for (let x = n; x < width; x += 1)
        if ((data[row + x] as number) > (along[row + x - n] as number)) along[row + x - n] = data[row + x] as number;
    }
  const out = along.slice();
  for (let n = 1; n <= reach; n += 1) {
    const off = n * width;
    for (let i = off; i < out.length; i += 1) {
      if ((along[i - off] as number) > (out[i] as number)) out[i] = along[i - off] as number;
      if ((along[i] as number) > (out[i - off] as number)) out[i - off] = along[i] as number;
    }
  }
  return { width, height, data: out };
}
