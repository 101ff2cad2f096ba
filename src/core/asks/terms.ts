import type { DocNode } from '../text/document-json';
import { plainText } from '../text/document-json';
import { trimmedEnd, trimmedStart } from '../text/trimmed';

/** A word and what was written beside it. */
export interface TermEntry {
  readonly term: string;
  readonly meaning: string;
}

/** A word is looked for at the beginning of a line only, so that a long line costs no more than a short one. */
const LOOKED_AT = 200;
const LONGEST_TERM = 60;
const SIGNS = new Set(':：=→\t');
/** The word “means” and its like; in English, the longer before the shorter that it begins with. */
const SAYS = ['means', 'is when', 'is a', 'is an', 'is the', 'are', 'is'];
const LONGEST_SAID = 40;

const before = /[\s"'“”‘’«»([{*•\d.)-]/u;
const after = /[\s"'“”‘’«»)\]}.*]/u;

const bare = (text: string): string => trimmedEnd(trimmedStart(text, before), after).trim().toLocaleLowerCase();

/** What stands between a word and its meaning: a colon, an equals sign, a tab, a dash with space around it. */
function apart(line: string): TermEntry | null {
  const text = line.trimStart();
  const head = text.slice(0, LOOKED_AT);
  for (let at = 1; at < head.length; at += 1) {
    const dash = /^\s[-–—]\s/u.test(head.slice(at, at + 3));
    if (!dash && !SIGNS.has(head.charAt(at))) continue;
    const meaning = text.slice(at + (dash ? 3 : 1)).trim();
    const term = head.slice(0, at).trimEnd();
    if (meaning !== '' && [...term].length <= LONGEST_TERM) return { term: bare(term), meaning };
  }
  return null;
}

function said(line: string): TermEntry | null {
  const text = line
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/^the word /i, '');
  const head = text.slice(0, LOOKED_AT).toLowerCase();
  const found = SAYS.map((verb) => ({ verb, at: head.indexOf(` ${verb} `) }))
    .filter(({ at }) => at > 0 && at <= LONGEST_SAID)
    .reduce<{ verb: string; at: number } | null>((first, one) => (first && first.at <= one.at ? first : one), null);
  if (!found) return null;
  return { term: bare(text.slice(0, found.at)), meaning: text.slice(found.at + found.verb.length + 2).trim() };
}

const fromLine = (line: string): TermEntry | null => apart(line) ?? said(line);

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
