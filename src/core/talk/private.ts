import { groupedBy } from '../grouped';
import type { Cue, Why } from './cues';
import { ASKING, CUES, GREETINGS, MYSELF, OF_SOMEBODY, OF_WORK, TITLES } from './private-cues';

export type { Why } from './cues';

/** Some words of a text that sound as if they were meant for one reader: from one character up to another. */
export interface Sounds {
  readonly from: number;
  readonly to: number;
  readonly why: Why;
}

interface Word {
  readonly said: string;
  readonly from: number;
  readonly to: number;
}

/** So much of a text is looked at, in characters: what is longer is no question any more. */
const MOST = 12_000;

/** What stands between these somebody else says: it is not the writer's own matter. */
const QUOTES: Readonly<Record<string, string>> = { '"': '"', '“': '”', '«': '»', '„': '“' };
const WORD = /[\p{L}\p{N}\p{M}'’]+/gu;
const TELEPHONE = /\+?\d(?:[\s./()-]?\d){6,14}/g;
const STREET = /\p{N}{1,4} \p{Lu}[\p{L}]{1,30} (?:Street|St|Road|Rd|Lane|Avenue|Ave|Close|Square|Way|Quay)/gu;

/** A text with blanks in place of what is quoted in it, as long as before. */
function withoutQuotes(text: string): string {
  let until: string | undefined;
  let kept = '';
  for (let at = 0; at < text.length; at += 1) {
    const sign = text[at] ?? '';
    const opens = until === undefined ? QUOTES[sign] : undefined;
    // One that is never closed opens nothing.
    if (opens !== undefined && text.indexOf(opens, at + 1) > 0) until = opens;
    else if (sign === until) until = undefined;
    kept += until === undefined && opens === undefined ? sign : ' ';
  }
  return kept;
}

/** Addresses of e-mail, however they are made up: something, the sign, something with a dot in it. */
const emails = (text: string): readonly Sounds[] =>
  [...text.matchAll(/\S+/g)].flatMap((one) => {
    const [name, place, more] = one[0].split('@');
    if (!name || more !== undefined || !place?.slice(1, -1).includes('.')) return [];
    return [{ from: one.index, to: one.index + one[0].length, why: 'contact' }];
  });

/** Letters that have no accents to be taken away. */
const LATIN = /^[a-zA-Z0-9']*$/;

/** A word as cues are compared with it: small, without accents, apostrophes and the variants of alef, yeh and teh. */
const plain = (word: string): string => (LATIN.test(word) ? word.toLowerCase().replace(/'/g, '') : folded(word));

const folded = (word: string): string =>
  word
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\p{M}\u0640'’]/gu, '')
    .replace(/[\u0649]/g, 'ي')
    .replace(/[\u0629]/g, 'ه')
    .replace(/[\u0671]/g, 'ا');

const plainWords = (text: string): readonly Word[] =>
  [...text.matchAll(WORD)].map((found) => ({
    said: plain(found[0]),
    from: found.index,
    to: found.index + found[0].length,
  }));

/** Words that are alike in one place of a cue. */
interface Group {
  readonly any: boolean;
  readonly whole: ReadonlySet<string>;
  /** Beginnings of words, by their first two letters. */
  readonly beginnings: ReadonlyMap<string, readonly string[]>;
}

/** Few beginnings are held against a word: those that share its first two letters. */
const firstTwo = (word: string): string => word.slice(0, 2);

function groupOf(words: string): Group {
  const all = words.split('|');
  const whole = all.filter((word) => !word.endsWith('*'));
  const beginnings = all.filter((word) => word.length > 1 && word.endsWith('*')).map((word) => word.slice(0, -1));
  return {
    any: all.includes('*'),
    whole: new Set(whole.map(plain)),
    beginnings: groupedBy(beginnings.map(plain), firstTwo),
  };
}

/** In Arabic "and", "so" and "for" are written together with the word that they stand before. */
const JOINED = /^[وفل](?=.{3})/u;

const isIn = ({ any, whole, beginnings }: Group, said: string): boolean =>
  any || whole.has(said) || (beginnings.get(firstTwo(said))?.some((beginning) => said.startsWith(beginning)) ?? false);

const stands = (group: Group, said: string): boolean =>
  isIn(group, said) || (JOINED.test(said) && isIn(group, said.slice(1)));

const READ = CUES.map(([why, words, between]: Cue) => ({ why, between, groups: words.split(' ').map(groupOf) }));
const ABOUT = groupOf(OF_SOMEBODY);
const GREETED = groupOf(GREETINGS);
const TITLED = groupOf(TITLES);
const FIRST_PERSON = groupOf(MYSELF);
const ASKED = groupOf(ASKING);
const WORKED = groupOf(OF_WORK);

/** In Arabic what is done to the writer ends so, but for some words that end so by chance. */
const TO_ME = /^(?!.?(?:ال)?(?:ثاني|مباني|معاني|اغاني|يعني|تعني|اماني|تهاني))\p{Script=Arabic}{2,12}ني$/u;
/** The same of a verb, but for those with which help is asked for. */
const DONE_TO_ME = /^[وف]?[يت](?!عني|ساعد|فهم|عط|رسل|دل|ذكر|خبر|مكن|كف|هم|شرح|وضح|ري)\p{Script=Arabic}{2,9}ني$/u;
/** What the writer does not do: behind a word for "not", in the first person. */
const NOT = groupOf('لا|لم|لن|لست');
const OF_ME = /^ا(?!ل|حد|ن$|نه|ي)\p{Script=Arabic}{2,10}$/u;

/** Where each cue may begin, by its first words: few of them are looked at for a word that is none. */
const BEGINS = new Map<string, number[]>();
const LIKE: { readonly beginning: string; readonly cue: number }[] = [];
for (const [cue, { groups }] of READ.entries()) {
  for (const word of groups[0]?.whole ?? []) BEGINS.set(word, [...(BEGINS.get(word) ?? []), cue]);
  for (const beginning of [...(groups[0]?.beginnings.values() ?? [])].flat()) LIKE.push({ beginning, cue });
}
const BEGINS_LIKE = groupedBy(LIKE, ({ beginning }) => firstTwo(beginning));

const cuesFrom = (form: string): readonly number[] => {
  const like = BEGINS_LIKE.get(firstTwo(form)) ?? [];
  const whole = BEGINS.get(form) ?? [];
  if (like.length === 0) return whole;
  return [...whole, ...like.filter(({ beginning }) => form.startsWith(beginning)).map(({ cue }) => cue)];
};
const beginningAt = (said: string): readonly number[] =>
  JOINED.test(said) ? [...cuesFrom(said), ...cuesFrom(said.slice(1))] : cuesFrom(said);

/** The end of a cue that begins at a word; `null` where it does not go on. */
function endOf(cue: (typeof READ)[number], words: readonly Word[], start: number): number | null {
  let at = start;
  for (const group of cue.groups.slice(1)) {
    let next = at + 1;
    while (next <= at + 1 + cue.between && next < words.length && !stands(group, words[next]?.said ?? '')) next += 1;
    if (next >= words.length || next > at + 1 + cue.between) return null;
    at = next;
  }
  return at;
}

/** At most three words up to a comma. */
const CALLED = /^[^\s,،!:]{1,20}(?:\s[^\s,،!:]{1,20}){0,2}[,،!:]/u;

/** Is somebody greeted at the beginning who is no class: a teacher, by title or by name? */
function greeting(text: string, words: readonly Word[], teachers: ReadonlySet<string>): Sounds | null {
  const start = words.findIndex(({ said }) => !isIn(GREETED, said));
  const first = words[start];
  if (!first || start > 3) return null;
  const titled = isIn(TITLED, first.said);
  if (!titled && !teachers.has(first.said)) return null;
  // Greeted, or called by a title and a name up to a comma; a title within a sentence is spoken of.
  if (start === 0 && !CALLED.test(text.slice(first.from, first.from + 60))) return null;
  return { from: words[0]?.from ?? 0, to: first.to, why: 'salutation' };
}

const speaksOfSelf = (words: readonly Word[]): boolean =>
  words.some(
    ({ said }, i) =>
      stands(FIRST_PERSON, said) || TO_ME.test(said) || (OF_ME.test(said) && stands(NOT, words[i - 1]?.said ?? '')),
  );

/**
 * Sentences in which somebody tells of themselves, and of nothing that has to do with the work. A sentence that asks how
 * something is done is none, whoever is to do it.
 */
function ownMatters(text: string, words: readonly Word[], about: ReadonlySet<string>): readonly Sounds[] {
  const sentences: Word[][] = [[]];
  for (const [i, word] of words.entries()) {
    sentences.at(-1)?.push(word);
    if (/[.!?؟;\n]/u.test(text.slice(word.to, words[i + 1]?.from))) sentences.push([]);
  }
  return sentences.flatMap((said) => {
    const [first, last] = [said[0], said.at(-1)];
    if (!first || !last || said.length < 3 || stands(ASKED, first.said) || !speaksOfSelf(said)) return [];
    if (said.some((word) => stands(WORKED, word.said) || about.has(word.said))) return [];
    return [{ from: first.from, to: last.to, why: 'own' }];
  });
}

const found = (pattern: RegExp, text: string): readonly Sounds[] =>
  [...text.matchAll(pattern)].map((one) => ({ from: one.index, to: one.index + one[0].length, why: 'contact' }));

/** The names that people of a class are called by, each word of them, as they are compared. */
const namesOf = (names: readonly string[]): ReadonlySet<string> =>
  new Set(names.flatMap((name) => plainWords(name).map(({ said }) => said)).filter((said) => said.length > 2));

/**
 * What in a text sounds as if it were meant for a teacher alone and not for a class: one's mark or health, something at home,
 * trouble with others, an address, a greeting of the teacher. Nothing for an ordinary question. Rules of our own (common
 * practice), in English and Arabic, held against sentences in `sentences/`.
 *
 * @param text what is typed, as plain text; its first 12,000 characters are looked at
 * @param people whom the class knows: the names of its students and of its teachers
 * @param about what the work is about, in its own words: who speaks of that speaks of the work
 * @returns the places, in their order, none within another; empty where nothing sounds so
 */
export function soundsPrivate(
  text: string,
  people: { readonly students: readonly string[]; readonly teachers: readonly string[] },
  about = '',
): readonly Sounds[] {
  const own = withoutQuotes(text.slice(0, MOST));
  const words = plainWords(own);
  const students = namesOf(people.students);
  const sounds: Sounds[] = [...emails(own), ...found(TELEPHONE, own), ...found(STREET, own)];
  const greeted = greeting(own, words, namesOf(people.teachers));
  if (greeted) sounds.push(greeted);
  for (const [at, word] of words.entries()) {
    if (DONE_TO_ME.test(word.said)) sounds.push({ from: word.from, to: word.to, why: 'conflict' });
    for (const i of beginningAt(word.said)) {
      const cue = READ[i] as (typeof READ)[number];
      const end = endOf(cue, words, at);
      if (end !== null) sounds.push({ from: word.from, to: words[end]?.to ?? word.to, why: cue.why });
    }
    if (!students.has(word.said)) continue;
    const what = words.slice(Math.max(0, at - 3), at + 4).find((near) => near !== word && stands(ABOUT, near.said));
    if (what) sounds.push({ from: Math.min(word.from, what.from), to: Math.max(word.to, what.to), why: 'person' });
  }
  const topic = new Set(plainWords(about.slice(0, MOST)).flatMap(({ said }) => (said.length > 3 ? [said] : [])));
  return apart([...sounds, ...ownMatters(own, words, topic)]);
}

/** Places that touch as one, each with the first reason. */
function apart(sounds: readonly Sounds[]): readonly Sounds[] {
  const all: Sounds[] = [];
  for (const one of [...sounds].sort((a, b) => a.from - b.from || b.to - a.to)) {
    const before = all.at(-1);
    if (before && one.from < before.to) all[all.length - 1] = { ...before, to: Math.max(before.to, one.to) };
    else all.push(one);
  }
  return all;
}
