import type { Point } from '../pages/geometry';
import type { Grey } from './pixels';

/**
 * A straight edge: all places p with `p · n = rho`, where n = (cos, sin) points to its brighter side. `votes` is how much of it
 * there is; a line that is only the rim of the picture has none.
 */
export interface Line {
  readonly cos: number;
  readonly sin: number;
  readonly rho: number;
  readonly votes: number;
}

const ANGLES = 180;
/** No pixel counts for more than this: one glaring edge is no longer than a faint one. */
const MOST_VOTE = 40;

/** How far a place lies on the bright side of a line, in pixels; below 0 on the dark one. */
export const beyond = ({ cos, sin, rho }: Line, { x, y }: Point): number => cos * x + sin * y - rho;

/** Where two lines meet; `null` for two that hardly do. */
export function meeting(a: Line, b: Line): Point | null {
  const det = a.cos * b.sin - a.sin * b.cos;
  if (Math.abs(det) < 0.3) return null;
  return { x: (a.rho * b.sin - b.rho * a.sin) / det, y: (b.rho * a.cos - a.rho * b.cos) / det };
}

/**
 * The strongest straight edges of a picture (Hough's transform over the direction of the gradient, Ballard 1981).
 *
 * @param faint from how steep a change of brightness a pixel counts, a pixel
 */
export function edges({ width, height, data }: Grey, most: number, faint = 4): readonly Line[] {
  const reach = Math.ceil(Math.hypot(width, height));
  const span = 2 * reach + 1;
  const votes = new Float32Array(ANGLES * span);
  const cosines = Float32Array.from({ length: ANGLES }, (_, i) => Math.cos((i / ANGLES) * 2 * Math.PI));
  const sines = Float32Array.from({ length: ANGLES }, (_, i) => Math.sin((i / ANGLES) * 2 * Math.PI));
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const i = y * width + x;
      // Sobel's two masks: what the corners share, and the middle of each side twice.
      const down = (data[i + width + 1] as number) - (data[i - width - 1] as number);
      const up = (data[i - width + 1] as number) - (data[i + width - 1] as number);
      const gx = (down + up + 2 * ((data[i + 1] as number) - (data[i - 1] as number))) / 8;
      const gy = (down - up + 2 * ((data[i + width] as number) - (data[i - width] as number))) / 8;
      const square = gx * gx + gy * gy;
      if (square < faint * faint) continue;
      const weight = square > MOST_VOTE * MOST_VOTE ? MOST_VOTE : square ** 0.5;
      const turn = Math.round((Math.atan2(gy, gx) / (2 * Math.PI)) * ANGLES);
      for (let near = -2; near <= 2; near += 1) {
        const a = (turn + near + 2 * ANGLES) % ANGLES;
        const k = a * span + ((x * (cosines[a] as number) + y * (sines[a] as number) + reach + 0.5) | 0);
        votes[k] = (votes[k] as number) + weight;
      }
    }
  return peaks(votes, span, most).map(([k, n]) => {
    const a = Math.floor(k / span);
    return { cos: cosines[a] as number, sin: sines[a] as number, rho: (k % span) - reach, votes: n };
  });
}

/** The places with the most votes, none of them near a greater one. */
function peaks(votes: Float32Array, span: number, most: number): readonly (readonly [number, number])[] {
  const [turns, aside] = [3, 5];
  const found: [number, number][] = [];
  let least = 0;
  for (const n of votes) least = Math.max(least, n);
  least *= 0.06;
  for (let a = 0; a < ANGLES; a += 1)
    for (let r = aside; r < span - aside; r += 1) {
      const n = votes[a * span + r] as number;
      if (n >= least && isPeak(votes, span, a, r, turns, aside)) found.push([a * span + r, n]);
    }
  return found.sort((x, y) => y[1] - x[1]).slice(0, most);
}

function isPeak(votes: Float32Array, span: number, a: number, r: number, turns: number, aside: number): boolean {
  const n = votes[a * span + r] as number;
  for (let da = -turns; da <= turns; da += 1) {
    const row = ((a + da + ANGLES) % ANGLES) * span;
    for (let dr = -aside; dr <= aside; dr += 1) {
      const other = votes[row + r + dr] as number;
      if (other > n || (other === n && (da < 0 || (da === 0 && dr < 0)))) return false;
    }
  }
  return true;
}
