/** Words that are read while something is heard. */
export interface Cue {
  /** In seconds. */
  readonly from: number;
  /** In seconds; later than `from`. */
  readonly to: number;
  readonly words: string;
}

const TIMING = /^((?:\d{2,}:)?[0-5]\d:[0-5]\d\.\d{3})[ \t]+-->[ \t]+((?:\d{2,}:)?[0-5]\d:[0-5]\d\.\d{3})(?:[ \t]|$)/;

const seconds = (stamp: string): number =>
  Math.round(stamp.split(':').reduce((sum, part) => sum * 60 + Number(part), 0) * 1000) / 1000;

/** The lines of a file, if it is one; `null` otherwise. */
function linesOf(text: string): readonly string[] | null {
  const body = text.replace(/^\uFEFF/, '').replaceAll('\0', '\uFFFD');
  return /^WEBVTT(?:[ \t\n\r]|$)/.test(body) ? body.split(/\r\n|\n|\r/) : null;
}

/**
 * Are these captions: a file of WebVTT with at least one cue, each of which ends after it begins? (W3C, WebVTT: The Web Video Text
 * Tracks Format, section 4, "WebVTT file body" and "cue timings".)
 *
 * @param text the file, as UTF-8
 */
export function isWebVtt(text: string): boolean {
  const timings = (linesOf(text) ?? []).filter((line) => line.includes('-->'));
  return (
    timings.length > 0 &&
    timings.every((line) => {
      const found = TIMING.exec(line);
      return found !== null && seconds(found[2] ?? '') > seconds(found[1] ?? '');
    })
  );
}

const stamp = (at: number): string => {
  const whole = Math.round(at * 1000);
  const two = (n: number) => String(Math.floor(n)).padStart(2, '0');
  const [hours, minutes, rest] = [whole / 3_600_000, (whole / 60_000) % 60, (whole / 1000) % 60];
  return `${two(hours)}:${two(minutes)}:${two(rest)}.${String(whole % 1000).padStart(3, '0')}`;
};

const escaped = (words: string): string =>
  words.replace(/\s+/g, ' ').trim().replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

const ENTITIES: Readonly<Record<string, string>> = {
  '&amp;': '&',
  '&lt;': '<',
  '&gt;': '>',
  '&nbsp;': '\u00A0',
  '&lrm;': '\u200E',
  '&rlm;': '\u200F',
};

/**
 * Cues as a file (W3C, WebVTT, section 4). Each stands on one line: an empty one would end it.
 *
 * @param cues in order
 */
export const writeVtt = (cues: readonly Cue[]): string =>
  `WEBVTT\n${cues.map(({ from, to, words }) => `\n${stamp(from)} --> ${stamp(to)}\n${escaped(words)}\n`).join('')}`;

/** The cues of a file as plain words, without who speaks and how they look; none of what is no such file. */
export function readVtt(text: string): readonly Cue[] {
  const found: { readonly timing: RegExpExecArray; readonly said: string[] }[] = [];
  let open: string[] | null = null;
  for (const line of linesOf(text) ?? []) {
    const timing = TIMING.exec(line);
    if (timing) {
      open = [];
      found.push({ timing, said: open });
    } else if (line === '' || line.includes('-->')) open = null;
    else open?.push(line);
  }
  return found.map(({ timing, said }) => ({
    from: seconds(timing[1] ?? ''),
    to: seconds(timing[2] ?? ''),
    words: said
      .join(' ')
      .replace(/<[^<>]*>/g, '')
      .replace(/&\w+;/g, (entity) => ENTITIES[entity] ?? entity),
  }));
}
