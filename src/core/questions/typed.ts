import type { Ask } from '../kinds/ask';
import type { SetQuestion } from '../kinds/question';
import { LOOSE } from '../kinds/question/parts';
import type { Part, Question, QuestionSet, Section } from './question-set';
import { Reader, type Reading, type TypedProblem } from './typed-lines';
import { pictureIn, typedText } from './typed-text';
import { unitSign } from './units';

/**
 * Questions as a teacher types them, a line at a time:
 *
 *     == Tides (3 of them, shuffled)        a section; so many of it are drawn
 *     1. How far does the water rise? [2]   a question, with its points
 *     with a from 2 to 9 step 0.5           a number that is drawn, named in braces: {a}
 *     a) In metres? [1]                     a part, where a question has several
 *     ( ) four     (x) five                 one is right; [ ] and [x] where several can be
 *     = nor'east | north-east               words that are accepted; capitals do not count
 *     = 3.8 m ± 0.1                         a number, its unit, and what it may be off by (also ± 2 %)
 *     = true                                true or false
 *     = 1..5 never … always                 a scale
 *     = text, 40 to 80 words                an answer in one's own words, and how many; also "= text", "= text, 40 words", and
 *                                           "= text, done" where nobody marks it
 *     = photographs                         a file
 *     _ The moon {pulls|draws} the sea.     a text with gaps
 *     limpet -> rock                        a pair
 *     1) first                              a thing in its order
 *     @ 0.42 0.3 0.08                       a place on the picture above: from left, from top, how far around
 *     hint: … / why: …                      what helps, and what is said afterwards
 *
 * Everything else is words of whatever it stands under. A line that says something else is named, and left out.
 */
export interface Typed {
  readonly set: QuestionSet;
  readonly problems: readonly TypedProblem[];
}

const SCALE = /^(-?\d{1,4})\.\.(-?\d{1,4})(?: (.*))?$/;

/** Text between braces: gaps, with what is accepted in each. */
function gapsOf(text: string, id: string) {
  return text.split('{').flatMap((piece, i) => {
    const end = i === 0 ? -1 : piece.indexOf('}');
    if (end < 0) return i === 0 ? [piece] : [`{${piece}`];
    const accepted = piece
      .slice(0, end)
      .split('|')
      .map((one) => one.trim());
    return [{ id: `${id}-g${i}`, accepted, choices: null }, piece.slice(end + 1)];
  });
}

/** How near a number has to be: ± 0.1, or ± 2 %. */
function toleranceOf(text: string): { readonly kind: 'absolute' | 'relative'; readonly by: number } | null {
  const share = text.endsWith('%');
  const by = Number((share ? text.slice(0, -1) : text).trim());
  if (text.trim() === '' || !Number.isFinite(by) || by < 0) return null;
  return share ? { kind: 'relative', by: by / 100 } : { kind: 'absolute', by };
}

const TEXT = /^text(?:, (\d{1,4})(?: to (\d{1,4}))? words)?(, done)?$/;

/** A text of one's own, with how many words are asked for: from so many on, or from so many to so many; `null` for none. */
function longOf([, least, most, done]: readonly (string | undefined)[]): SetQuestion | null {
  const range = { min: Number(least), max: most === undefined ? null : Number(most) };
  if (range.max !== null && range.max < range.min) return null;
  const asks: Ask[] = least === undefined ? [] : [{ id: 'words', place: null, bars: false, kind: 'words', ...range }];
  return { kind: 'long', set: { asks, counted: done === undefined ? 'by-a-person' : 'given', rubric: [] } };
}

const NUMBER = /^[-+]?\d[\d.]{0,20}$/;

/** A number, or a formula in brackets, with its unit and tolerance; `null` where it is none. */
function numberOf(text: string): SetQuestion | null {
  const [amount = '', near] = text.split('±').map((piece) => piece.trim());
  const tolerance = near === undefined ? { kind: 'absolute' as const, by: 0 } : toleranceOf(near);
  if (!tolerance) return null;
  const bracket = amount.startsWith('(') ? amount.lastIndexOf(')') : -1;
  const cut = bracket >= 0 ? bracket + 1 : (amount.indexOf(' ') + 1 || amount.length + 1) - 1;
  const value = bracket >= 0 ? amount.slice(1, bracket).trim() : amount.slice(0, cut);
  const rest = amount.slice(cut).trim();
  if (bracket < 0 && !NUMBER.test(value)) return null;
  const unit = rest === '' ? null : unitSign(rest);
  if (rest !== '' && unit === null) return null;
  return { kind: 'number', set: { right: value, tolerance, unit, unitOptional: false, figures: null, accepted: [] } };
}

/** What is said behind an equals sign. */
function answerOf(text: string): SetQuestion | null {
  if (text === 'true' || text === 'false') return { kind: 'truth', set: { right: text === 'true' } };
  if (text === 'true or false') return { kind: 'truth', set: { right: null } };
  const long = TEXT.exec(text);
  if (long) return longOf(long);
  if (text === 'photographs') return { kind: 'file', set: { most: 5, counted: 'by-a-person' } };
  if (text === 'a line') return { kind: 'short', set: { ...LOOSE, accepted: null } };
  const scale = SCALE.exec(text);
  if (scale) {
    const [fromSays = '', toSays = ''] = (scale[3] ?? '').split('…').map((piece) => piece.trim());
    return { kind: 'scale', set: { from: Number(scale[1]), to: Number(scale[2]), fromSays, toSays, right: null } };
  }
  const number = numberOf(text);
  if (number) return number;
  if (text.includes('±')) return null;
  const accepted = text
    .split('|')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  return accepted.length === 0 ? null : { kind: 'short', set: { ...LOOSE, accepted } };
}

/** Names for things that can be chosen, matched or put in order. */
type Naming = (id: string, sign: string, i: number) => string;

/** One after the other: for what is only read. */
const inTurn: Naming = (id, sign, i) => `${id}-${sign}${i + 1}`;

/** What a part asks, by what was said in it; `null` where that is nothing, or more than one thing. */
function askedBy(part: Reading, id: string, reader: Reader, naming: Naming): SetQuestion | null {
  const things = (all: readonly string[], of: string, sign: string) =>
    all.map((says, i) => ({ id: naming(of, sign, i), says: typedText(says) }));
  const { choices, pairs, items, gaps, spots, answer, at } = part;
  const told = [
    choices.length > 0,
    pairs.length > 0,
    items.length > 0,
    gaps.length > 0,
    spots.length > 0,
    answer !== null,
  ];
  const n = told.filter(Boolean).length;
  if (n !== 1) {
    reader.problem(at, part.words.join(' '), n === 0 ? 'nothing-asked' : 'mixed-answers');
    return null;
  }
  if (choices.length > 0) {
    const all = things(
      choices.map(({ says }) => says),
      id,
      'c',
    );
    const right = all.flatMap(({ id: choice }, i) => (choices[i]?.right ? [choice] : []));
    if (choices[0]?.many)
      return {
        kind: 'several',
        set: {
          choices: all,
          shuffle: true,
          right: right.length > 0 ? right : null,
          rule: 'right-less-wrong',
          most: null,
        },
      };
    if (right.length > 1) reader.problem(at, part.words.join(' '), 'mixed-answers');
    return { kind: 'one', set: { choices: all, shuffle: right.length > 0, right: right[0] ?? null } };
  }
  if (pairs.length > 0) {
    const left = things(
      pairs.map(({ from }) => from),
      id,
      'l',
    );
    const right = things(
      pairs.map(({ to }) => to),
      id,
      'r',
    );
    return {
      kind: 'match',
      set: { left, right, pairs: Object.fromEntries(left.map(({ id: from }, i) => [from, right[i]?.id ?? ''])) },
    };
  }
  if (items.length > 0) return { kind: 'order', set: { items: things(items, id, 'i'), rule: 'whole', scored: true } };
  if (gaps.length > 0) return { kind: 'gaps', set: { ...LOOSE, text: gapsOf(gaps.join('\n'), id) } };
  if (spots.length > 0) {
    const picture = part.words.map(pictureIn).find((one) => one !== null);
    if (!picture?.width || !picture.height) {
      reader.problem(at, part.words.join(' '), 'no-picture');
      return null;
    }
    const { src, alt, width, height } = picture;
    return {
      kind: 'point',
      set: { picture: { src, alt, width, height }, areas: spots.map((one) => ({ shape: 'circle', ...one })) },
    };
  }
  const found = answer && answerOf(answer.text);
  if (!found) reader.problem(answer?.line ?? at, answer?.text ?? '', 'bad-answer');
  return found;
}

/** The first parts have letters, those after them numbers. */
const signOf = (i: number): string => (i < 26 ? String.fromCharCode(97 + i) : `${i + 1}`);

function partOf(part: Reading, id: string, reader: Reader, naming: Naming): Part | null {
  const asked = askedBy(part, id, reader, naming);
  if (!asked) return null;
  // The picture on which a place is looked for stands in the answer.
  const words = part.spots.length > 0 ? part.words.filter((line) => pictureIn(line) === null) : part.words;
  const said = (lines: readonly string[]) => (lines.length > 0 ? typedText(lines.join('\n')) : null);
  return {
    id,
    points: part.points,
    prompt: typedText(words.join('\n')),
    hint: said(part.hint),
    why: said(part.why),
    ...asked,
  };
}

/**
 * Reads questions that were typed.
 *
 * @param prefix what their ids begin with
 * @param naming how things that can be chosen, matched or put in order are called: by chance where somebody will be asked, since
 *   a name that says where a thing stood says what is right
 */
export function readTyped(text: string, prefix = 'q', naming: Naming = inTurn): Typed {
  const reader = new Reader();
  for (const [i, line] of text.replaceAll('\r', '').split('\n').entries()) reader.line(line, i + 1);
  let n = 0;
  const sections = reader.sections.map(
    ({ title, draw, shuffle, questions }, s): Section => ({
      id: `${prefix}-s${s + 1}`,
      title,
      draw,
      shuffle,
      questions: questions.flatMap(({ stem, material, draws, parts }): Question[] => {
        n += 1;
        const id = `${prefix}${n}`;
        // By where it stands and not by what is typed: a letter may stand there twice.
        const read = parts.flatMap(
          (part, i) => partOf(part, `${id}${part.letter === '' ? 'p' : signOf(i)}`, reader, naming) ?? [],
        );
        if (read.length === 0) return [];
        return [{ id, stem: stem.length > 0 ? typedText(stem.join('\n')) : null, material, draws, parts: read }];
      }),
    }),
  );
  const problems = [...reader.problems].sort((a, b) => a.line - b.line);
  return { set: { sections: sections.filter(({ questions }) => questions.length > 0) }, problems };
}
