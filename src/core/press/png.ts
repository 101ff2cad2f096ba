import { zlibSync } from 'fflate';
import { DOTS_PER_INCH } from './straightened';

/** What a file of PNG begins with (ISO/IEC 15948, 5.2). */
const SIGNATURE = Uint8Array.of(137, 80, 78, 71, 13, 10, 26, 10);

/** The table of ISO/IEC 15948, annex D. */
const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

function crc(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = (CRC[(c ^ byte) & 255] as number) ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(12 + data.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  out.set(new TextEncoder().encode(type), 4);
  out.set(data, 8);
  view.setUint32(8 + data.length, crc(out.subarray(4, 8 + data.length)));
  return out;
}

/**
 * Two tones as a PNG of one bit a pixel (ISO/IEC 15948), with its dots an inch.
 *
 * @param tones a byte a pixel, row by row: 0 is black
 */
export function twoTonePng(width: number, height: number, tones: Uint8ClampedArray): Uint8Array {
  const row = Math.ceil(width / 8) + 1;
  const bits = new Uint8Array(row * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (tones[y * width + x] !== 0) {
        const k = y * row + 1 + (x >> 3);
        bits[k] = (bits[k] as number) | (128 >> (x & 7));
      }
  const header = new Uint8Array(13);
  const view = new DataView(header.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  // One bit of grey.
  header.set([1, 0, 0, 0, 0], 8);
  const dots = new Uint8Array(9);
  const perMetre = Math.round(DOTS_PER_INCH / 0.0254);
  new DataView(dots.buffer).setUint32(0, perMetre);
  new DataView(dots.buffer).setUint32(4, perMetre);
  dots[8] = 1;
  const parts = [
    SIGNATURE,
    chunk('IHDR', header),
    chunk('pHYs', dots),
    chunk('IDAT', zlibSync(bits, { level: 6 })),
    chunk('IEND', new Uint8Array(0)),
  ];
  const out = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}
