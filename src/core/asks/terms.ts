import type { DocNode } from '../text/document-json';
import { plainText } from '../text/document-json';

/** A word and what was written beside it. */
export interface TermEntry {
  readonly term: string;
  readonly meaning: string;
}

/** What stands between a word and its meaning: a colon, a dash with space around it, an equals sign, a tab. */
const BETWEEN = /^\s*(.{1,60}?)\s*(?:[:：=→\t]|\s[-–—]\s)\s*(.+)$/u;
/** Or the word “means” and its like; in English. */
const SAYS = /^\s*(?:the word\s+)?(.{1,40}?)\s+(?:means|is when|is a|is an|is the|are|is)\s+(.+)$/iu;

const bare = (text: string): string =>
  text
    .replace(/^[\s"'“”‘’«»([{*•\d.)-]+|[\s"'“”‘’«»)\]}.*]+$/gu, '')
    .trim()
    .toLocaleLowerCase();

function fromLine(line: string): TermEntry | null {
  const found = BETWEEN.exec(line) ?? SAYS.exec(line);
  if (!found) return null;
  return { term: bare(found[1] ?? ''), meaning: (found[2] ?? '').trim() };
}

/** Words with their meanings as a student writes them down: a line each, or a row of a table each. */
export function termEntries(node: DocNode): readonly TermEntry[] {
  const entries: TermEntry[] = [];
  const walk = (at: DocNode): void => {
    if (at.type === 'tableRow') {
      const [first, ...rest] = (at.content ?? []).map((cell) => plainText(cell));
      const header = at.content?.every(({ type }) => type === 'tableHeader');
      if (first !== undefined && !header) entries.push({ term: bare(first), meaning: rest.join(' ').trim() });
      return;
    }
    if (at.type === 'paragraph' || at.type === 'heading') {
      for (const line of plainText(at).split('\n')) {
        const entry = fromLine(line);
        if (entry) entries.push(entry);
      }
      return;
    }
    if (at.type === 'question') return;
    for (const child of at.content ?? []) walk(child);
  };
  walk(node);
  return entries.filter(({ term, meaning }) => term !== '' && meaning !== '');
}

/**
 * Which of the terms asked for have a meaning beside them, in at least `least` words.
 *
 * @param words counts the words of a text
 */
export function termsMet(
  entries: readonly TermEntry[],
  asked: readonly string[],
  words: (text: string) => number,
  least = 2,
): { readonly found: number; readonly missing: readonly string[] } {
  const explained = entries.filter(({ meaning }) => words(meaning) >= least);
  if (asked.length === 0) return { found: new Set(explained.map(({ term }) => term)).size, missing: [] };
  const has = (term: string) =>
    explained.some((entry) => entry.term === bare(term) || entry.term.split(/\s+/).includes(bare(term)));
  const missing = asked.filter((term) => !has(term));
  return { found: asked.length - missing.length, missing };
}
