import { z } from 'zod';
import { type Cue, writeVtt } from '../formats/webvtt';

/** A line of what is said in a recording, and from where on it is said. */
export interface CaptionLine {
  /** In seconds. */
  readonly at: number;
  readonly words: string;
}

/** Four hours of speaking have about as many. */
export const MOST_LINES = 3000;
/** Two lines of what a screen shows at once, twice over. */
export const LONGEST_LINE = 300;

export const captionLines = z
  .array(z.object({ at: z.number().min(0).max(86_400), words: z.string().max(LONGEST_LINE) }))
  .max(MOST_LINES) satisfies z.ZodType<readonly CaptionLine[]>;

/** A line stands for at least this long, in seconds, so that it can be read; and for so long where nothing says when it ends. */
const [SHORTEST, UNTOLD] = [0.5, 4];
/** Where nothing is said any more, the last words do not stand for ever, in seconds. */
const LONGEST = 12;

/**
 * Lines as they are shown: each until the next one begins, the last until the end. Lines without words are left out.
 *
 * @param lines in any order
 * @param seconds how long the recording is; `null` where that is not known
 */
export function cuesOf(lines: readonly CaptionLine[], seconds: number | null): readonly Cue[] {
  const said = lines.filter(({ words }) => words.trim() !== '').toSorted((a, b) => a.at - b.at);
  // From the end, so that each knows when the next one begins; lines that begin at once end at once.
  let later = Number.POSITIVE_INFINITY;
  let end = seconds ?? (said.at(-1)?.at ?? 0) + UNTOLD;
  return said
    .toReversed()
    .map(({ at, words }): Cue => {
      if (at < later && Number.isFinite(later)) end = later;
      later = at;
      return { from: at, to: Math.max(at + SHORTEST, Math.min(end, at + LONGEST)), words: words.trim() };
    })
    .toReversed();
}

/** What is kept of the lines of a recording: a file of WebVTT; `null` where no word is in them. */
export function captionsOf(lines: readonly CaptionLine[], seconds: number | null): string | null {
  const cues = cuesOf(lines, seconds);
  return cues.length === 0 ? null : writeVtt(cues);
}
