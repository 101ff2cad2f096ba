import { type Grey, smoothed, withoutStrokes } from './pixels';
import type { Planes } from './straightened';

/** How a page is to look: two tones, shades of grey, or colours. */
export const LOOKS = ['ink', 'grey', 'colour'] as const;
export type Look = (typeof LOOKS)[number];

/** One plane of a page, a byte a pixel. */
interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** Of how many pixels each side of a patch is over which the paper is looked for. */
const PATCH = 4;
/** Strokes up to twice this many patches are no paper. */
const STROKE = 3;
/** What is darker than this share of the paper around it is no shade of it, but something on it. */
const DEEPEST_SHADE = 0.5;
/** Of how many patches each side of the surroundings is. */
const AROUND = 24;

/** The least value within `reach` of each. */
const drawnIn = (grey: Grey, reach: number): Grey => upsideDown(withoutStrokes(upsideDown(grey), reach));

function upsideDown({ data, ...size }: Grey): Grey {
  const out = new Float32Array(data.length);
  for (let i = 0; i < out.length; i += 1) out[i] = 255 - (data[i] as number);
  return { ...size, data: out };
}

/** The brightest of each patch. */
function patches({ width, height, data }: Plane): Grey {
  const [w, h] = [Math.ceil(width / PATCH), Math.ceil(height / PATCH)];
  const out = new Float32Array(w * h);
  for (let y = 0; y < height; y += 1) {
    const row = Math.floor(y / PATCH) * w;
    let i = y * width;
    for (let k = row; k < row + w; k += 1) {
      const end = k === row + w - 1 ? (y + 1) * width : i + PATCH;
      let most = out[k] as number;
      for (; i < end; i += 1) if ((data[i] as number) > most) most = data[i] as number;
      out[k] = most;
    }
  }
  return { width: w, height: h, data: out };
}

/** How bright the paper is far around each patch: of larger squares, their brightest tenth, and the brightest neighbour of that. */
function around({ width, height, data }: Grey): Grey {
  const [w, h] = [Math.ceil(width / AROUND), Math.ceil(height / AROUND)];
  const out = new Float32Array(w * h);
  for (let by = 0; by < h; by += 1)
    for (let bx = 0; bx < w; bx += 1) {
      const [right, below] = [Math.min(width, (bx + 1) * AROUND), Math.min(height, (by + 1) * AROUND)];
      const seen = new Float32Array((right - bx * AROUND) * (below - by * AROUND));
      let n = 0;
      for (let y = by * AROUND; y < below; y += 1)
        for (let x = bx * AROUND; x < right; x += 1, n += 1) seen[n] = data[y * width + x] as number;
      out[by * w + bx] = seen.sort()[Math.floor(seen.length * 0.9)] ?? 255;
    }
  return withoutStrokes({ width: w, height: h, data: out }, 1);
}

/**
 * How bright the paper itself is at each patch: what is left when strokes are closed (the most around, then the least around that), so
 * that the edge of a shadow stays where it is. Something dark and broad, as a surface that was filled, is no shade.
 */
function paperOf(plane: Plane): Grey {
  const patched = patches(plane);
  const closed = smoothed(drawnIn(withoutStrokes(patched, STROKE), STROKE));
  const far = around(patched);
  const data = new Float32Array(closed.data.length);
  for (let y = 0, k = 0; y < closed.height; y += 1) {
    const row = Math.floor(y / AROUND) * far.width;
    for (let x = 0; x < closed.width; x += 1, k += 1) {
      const most = DEEPEST_SHADE * (far.data[row + ((x / AROUND) | 0)] as number);
      const value = closed.data[k] as number;
      data[k] = Math.max(value, most, 1);
    }
  }
  return { ...closed, data };
}

/** The two patches between whose middles each pixel of a row lies, and how far from the first to the second. */
function between(pixels: number, n: number) {
  const [first, second, share] = [new Int32Array(pixels), new Int32Array(pixels), new Float32Array(pixels)];
  for (let i = 0; i < pixels; i += 1) {
    const on = Math.max(0, (i + 0.5) / PATCH - 0.5);
    const at = Math.min(n - 1, Math.floor(on));
    first[i] = at;
    second[i] = Math.min(n - 1, at + 1);
    share[i] = on - at;
  }
  return { first, second, share };
}

/** A plane on even white paper: each pixel as a share of the paper beneath it, in 255ths. */
function even(plane: Plane): Uint8ClampedArray {
  const { width, height, data } = plane;
  const paper = paperOf(plane);
  const [across, down] = [between(width, paper.width), between(height, paper.height)];
  const out = new Uint8ClampedArray(data.length);
  const row = new Float32Array(paper.width);
  for (let y = 0; y < height; y += 1) {
    const [above, below] = [(down.first[y] as number) * paper.width, (down.second[y] as number) * paper.width];
    const part = down.share[y] as number;
    for (let k = 0; k < row.length; k += 1)
      row[k] = (paper.data[above + k] as number) * (1 - part) + (paper.data[below + k] as number) * part;
    for (let x = 0; x < width; x += 1) {
      const from = row[across.first[x] as number] as number;
      const to = row[across.second[x] as number] as number;
      out[y * width + x] = (255 * (data[y * width + x] as number)) / (from + (to - from) * (across.share[x] as number));
    }
  }
  return out;
}

/** A page whose paper is white all over, whatever shade lay on it. */
export const evened = ({ width, height, planes }: Planes): Planes => ({
  width,
  height,
  planes: planes.map((data) => even({ width, height, data })),
});

/** Ink is darker than these shares of the paper, whatever parts best: fainter are the squares of the paper, darker are pencils. */
const INK = { least: 158, most: 200 } as const;

/** Below which share of its paper something is ink: what parts dark from bright best (Otsu 1979), within bounds. */
export function inkBelow(shades: Uint8ClampedArray): number {
  const counts = new Float64Array(256);
  for (let i = 0; i < shades.length; i += 2) counts[shades[i] as number] = (counts[shades[i] as number] as number) + 1;
  const total = Math.ceil(shades.length / 2);
  let whole = 0;
  for (let v = 0; v < 256; v += 1) whole += v * (counts[v] as number);
  let [below, sum, where, most] = [0, 0, 180, 0];
  for (let v = 0; v < 256; v += 1) {
    below += counts[v] as number;
    sum += v * (counts[v] as number);
    if (below === 0 || below === total) continue;
    const apart = sum / below - (whole - sum) / (total - below);
    const spread = below * (total - below) * apart * apart;
    if (spread > most) [where, most] = [v + 1, spread];
  }
  return Math.min(INK.most, Math.max(INK.least, where));
}

/** What is nearly paper becomes white, what is nearly black becomes black. */
const STRETCHED = Uint8ClampedArray.from({ length: 256 }, (_, v) => ((v - 20) / (238 - 20)) * 255);

/** Each value of some plane by a table. */
function mapped(data: Uint8ClampedArray, table: Uint8ClampedArray): Uint8ClampedArray {
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0; i < out.length; i += 1) out[i] = table[data[i] as number] as number;
  return out;
}

/** A page that was made even, as it is to look: one plane of two tones or of shades, or three of colours. */
export function looked({ planes, ...size }: Planes, look: Look): Planes {
  const table = look === 'ink' ? inked(inkBelow(planes[0] as Uint8ClampedArray)) : STRETCHED;
  return { ...size, planes: planes.map((plane) => mapped(plane, table)) };
}

const inked = (below: number): Uint8ClampedArray =>
  Uint8ClampedArray.from({ length: 256 }, (_, v) => (v < below ? 0 : 255));
