import { imageSize } from 'image-size';
import { fileType } from '@/core/formats/file-type';
import type { Point } from '@/core/pages/geometry';
import type { Corners, Pixels } from '@/core/press/pixels';
import { twoTonePng } from '@/core/press/png';
import { press } from '@/core/press/press';
import type { Planes } from '@/core/press/straightened';
import type { Answered, PressedPage, PressProblem, ToPress } from './page-press-messages';

// Off the main thread: a photograph of twelve million pixels takes about a second.

/** What is larger is refused before it is opened. */
const MOST_PIXELS = 60_000_000;
/** What is larger is opened smaller: a page at 200 dots an inch has four million. */
const ENOUGH_PIXELS = 16_000_000;
/** Where the size of a picture stands. */
const HEAD = 512 * 1024;
const JPEG_QUALITY = 0.82;

class Refused extends Error {
  constructor(readonly problem: PressProblem) {
    super(problem);
  }
}

/** The pixels of a photograph, upright; no more of them than are needed. */
async function opened(photograph: Blob): Promise<Pixels> {
  const head = new Uint8Array(await photograph.slice(0, HEAD).arrayBuffer());
  if (fileType(head).type === 'image/heic') throw new Refused('heic');
  let pixels = 0;
  try {
    const { width, height } = imageSize(head);
    pixels = width * height;
  } catch {
    throw new Refused('not-a-picture');
  }
  if (pixels > MOST_PIXELS) throw new Refused('picture-too-large');
  const bitmap = await createImageBitmap(photograph, { imageOrientation: 'from-image' }).catch(() => {
    throw new Refused('not-a-picture');
  });
  const scale = Math.min(1, Math.sqrt(ENOUGH_PIXELS / (bitmap.width * bitmap.height)));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!pen) throw new Refused('stopped');
  pen.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { width, height, data: pen.getImageData(0, 0, width, height).data };
}

/** The last photograph stays open: it is mostly pressed once more with another corner. */
let last: { readonly photograph: Blob; readonly pixels: Pixels } | null = null;

async function pixelsOf(photograph: Blob): Promise<Pixels> {
  if (last?.photograph.size === photograph.size && (await sameBytes(last.photograph, photograph))) return last.pixels;
  last = null;
  const pixels = await opened(photograph);
  last = { photograph, pixels };
  return pixels;
}

/** Do two photographs end in the same bytes? Two of one size that do are one. */
async function sameBytes(a: Blob, b: Blob): Promise<boolean> {
  const [one, other] = await Promise.all(
    [a, b].map(async (blob) => new Uint8Array(await blob.slice(-4096).arrayBuffer())),
  );
  return one?.every((byte, i) => byte === other?.[i]) ?? false;
}

/** A page as a file. */
async function written({ width, height, planes }: Planes): Promise<Blob> {
  const pen = new OffscreenCanvas(width, height).getContext('2d');
  if (!pen) throw new Refused('stopped');
  const image = pen.createImageData(width, height);
  const [red, green, blue] = [planes[0], planes[1] ?? planes[0], planes[2] ?? planes[0]] as [
    Uint8ClampedArray,
    Uint8ClampedArray,
    Uint8ClampedArray,
  ];
  for (let i = 0, to = 0; i < red.length; i += 1, to += 4) {
    image.data[to] = red[i] as number;
    image.data[to + 1] = green[i] as number;
    image.data[to + 2] = blue[i] as number;
    image.data[to + 3] = 255;
  }
  pen.putImageData(image, 0, 0);
  return pen.canvas.convertToBlob({ type: 'image/jpeg', quality: JPEG_QUALITY });
}

const asCorners = (shares: readonly number[], { width, height }: Pixels): Corners =>
  [0, 1, 2, 3].map(
    (i): Point => ({ x: (shares[2 * i] as number) * width, y: (shares[2 * i + 1] as number) * height }),
  ) as unknown as Corners;

async function made({ photograph, corners, turn, look }: ToPress): Promise<PressedPage> {
  const pixels = await pixelsOf(photograph);
  const pressed = press(pixels, { corners: corners && asCorners(corners, pixels), turn, look });
  const { page } = pressed;
  const tones = page.planes[0] as Uint8ClampedArray;
  const file =
    look === 'ink'
      ? new Blob([twoTonePng(page.width, page.height, tones) as Uint8Array<ArrayBuffer>], { type: 'image/png' })
      : await written(page);
  return {
    page: file,
    width: page.width,
    height: page.height,
    corners: pressed.corners.flatMap(({ x, y }) => [x / pixels.width, y / pixels.height]),
    sure: pressed.sure,
    faults: pressed.faults,
  };
}

self.onmessage = async ({ data }: MessageEvent<ToPress>) => {
  const { id } = data;
  const answer: Answered = await made(data).then(
    (page) => ({ id, made: page }),
    (error: unknown) => ({ id, problem: error instanceof Refused ? error.problem : 'stopped' }),
  );
  self.postMessage(answer);
};
