import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Point } from '@/core/pages/geometry';
import type { Corners, Pixels } from '@/core/press/pixels';

/** Plain photographs, and those that are hard. */
export const PLAIN = ['wood', 'cloth', 'shade', 'turned', 'clutter'] as const;
export const HARD = ['tiles', 'hand', 'cut'] as const;

/** A photograph that was made, with the corners of its page in pixels, clockwise from the page's own upper left. */
export interface Photograph {
  readonly name: string;
  readonly path: string;
  readonly corners: Corners;
}

/** Debian's own Python is the one that has OpenCV. */
const PYTHON = '/usr/bin/python3';
const script = (name: string) => join(process.cwd(), 'src/testing/press', name);

/** What a script says, out of its last line. */
export const told = (name: string, ...args: readonly string[]): unknown =>
  JSON.parse(execFileSync(PYTHON, [script(name), ...args], { encoding: 'utf8', maxBuffer: 1 << 28 }));

/** Photographs of some kinds with some seeds, so many pixels wide. */
export function photographs(kinds: readonly string[], seeds: readonly number[], width: number): readonly Photograph[] {
  const folder = mkdtempSync(join(tmpdir(), 'photographs-'));
  const asked = kinds.flatMap((kind) => seeds.map((seed) => `${kind}:${seed}`));
  const known = told('camera.py', folder, String(width), ...asked) as Record<string, [number, number][]>;
  return Object.entries(known).map(([name, corners]) => ({
    name,
    path: join(folder, `${name}.jpg`),
    corners: corners.map(([x, y]): Point => ({ x, y })) as unknown as Corners,
  }));
}

/** The pixels of a photograph. */
export async function pixelsOf(path: string): Promise<Pixels> {
  const { data, info } = await sharp(readFileSync(path)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

/** How far the farthest corner is from where it should be, as a share of the photograph's diagonal, whichever of them is first. */
export function farthestOff(found: Corners, known: Corners, { width, height }: Pixels): number {
  const turns = [0, 1, 2, 3].map((turn) =>
    Math.max(
      ...known.map((corner, i) => {
        const there = found[(i + turn) % 4] as Point;
        return Math.hypot(there.x - corner.x, there.y - corner.y);
      }),
    ),
  );
  return Math.min(...turns) / Math.hypot(width, height);
}
