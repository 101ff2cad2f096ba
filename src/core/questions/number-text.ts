/** How numbers are written in a language: its digits, and the signs between them. */
interface Manner {
  readonly digits: ReadonlyMap<string, string>;
  readonly decimal: string;
  readonly group: string;
}

const manners = new Map<string, Manner>();

function mannerOf(locale: string): Manner {
  const known = manners.get(locale);
  if (known) return known;
  const format = new Intl.NumberFormat(locale, { useGrouping: true });
  const sign = (type: 'decimal' | 'group') =>
    format.formatToParts(-1234567.5).find((part) => part.type === type)?.value ?? '';
  const written = new Intl.NumberFormat(locale, { useGrouping: false });
  const digits = new Map(Array.from({ length: 10 }, (_, n) => [written.format(n), String(n)]));
  const manner = { digits, decimal: sign('decimal'), group: sign('group') };
  if (manners.size > 100) manners.clear();
  manners.set(locale, manner);
  return manner;
}

/** A number as somebody wrote it, with what stands behind it. */
export interface WrittenNumber {
  readonly value: number;
  /** How many of its digits say something: common practice, zeros before the first other digit do not. */
  readonly figures: number;
  /** What stands behind it: a unit, or nothing. */
  readonly unit: string;
}

const MINUS = /^[-\u2212\u2010\u2011\u2013\ufe63\uff0d]/;
const SPACES = /[\s\u00a0\u2009\u202f\u061c\u200e\u200f]+/gu;
/** Digits of every language that has its own, by what they are worth: the ten of a row follow one another in Unicode. */
const DIGIT = /\p{Nd}/u;

function digitOf(sign: string, { digits }: Manner): string | null {
  const known = digits.get(sign);
  if (known !== undefined) return known;
  if (!DIGIT.test(sign)) return null;
  let zero = sign.codePointAt(0) ?? 0;
  for (let back = 0; back < 9 && DIGIT.test(String.fromCodePoint(zero - 1)); back += 1) zero -= 1;
  // Rows begin at a multiple of sixteen or six beyond one; the nearest zero below is what counts.
  const n = (sign.codePointAt(0) ?? 0) - zero;
  return n <= 9 ? String(n) : null;
}

/** Are the signs between thousands where thousands are? Then they are that; a lone one could as well be a decimal sign. */
function grouped(parts: readonly string[]): boolean {
  return parts.length > 1 && (parts[0] ?? '').length <= 3 && parts.slice(1, -1).every((part) => part.length <= 3);
}

/** The digits and the place of the decimal sign; `null` where they are no number in this manner. */
function plainDigits(text: string, manner: Manner): { readonly digits: string; readonly rest: string } | null {
  const { decimal, group } = manner;
  const isGroup = (sign: string) => sign === group || sign === "'" || sign === '\u2019' || sign === '\u066c';
  // A point is a decimal sign for everybody, unless it stands between thousands in this language.
  const isDecimal = (sign: string) => sign === decimal || sign === '\u066b' || (sign === '.' && group !== '.');
  let digits = '';
  let whole: string[] = [''];
  let fraction = false;
  let at = 0;
  const signs = [...text];
  for (; at < signs.length; at += 1) {
    const sign = signs[at] as string;
    const digit = digitOf(sign, manner);
    const follows = digitOf(signs[at + 1] ?? '', manner) !== null;
    if (digit !== null) {
      digits += digit;
      if (!fraction) whole = [...whole.slice(0, -1), `${whole.at(-1)}${digit}`];
    } else if (isDecimal(sign) && !fraction && (follows || digits !== '')) {
      digits += '.';
      fraction = true;
    } else if (isGroup(sign) && !fraction && follows && digits !== '') whole = [...whole, ''];
    else break;
  }
  if (!/\d/.test(digits)) return null;
  if (whole.length > 1 && !(grouped(whole) && (whole.at(-1) ?? '').length === 3)) return null;
  return { digits, rest: signs.slice(at).join('') };
}

/** Powers of ten as people write them: 3e8, 3·10^8, 3 × 10⁸. */
const RAISED: Readonly<Record<string, string>> = Object.fromEntries(
  [...'⁰¹²³⁴⁵⁶⁷⁸⁹⁻'].map((sign, n) => [sign, n < 10 ? String(n) : '-']),
);
const POWER = /^(?:e|E|[x×·*⋅]10\^?)([-\u2212+]?\d{1,3})/;

function powerOf(rest: string): { readonly power: number; readonly rest: string } {
  const plain = [...rest].map((sign) => RAISED[sign] ?? sign).join('');
  const found = POWER.exec(plain);
  if (!found) return { power: 0, rest };
  return { power: Number((found[1] ?? '0').replace('\u2212', '-')), rest: plain.slice(found[0].length) };
}

const figuresOf = (digits: string): number => digits.replace('.', '').replace(/^0+/, '').length;

/**
 * Reads a number as people of a language write it: their digits and ours, their decimal sign and the point, signs or spaces
 * between thousands, a power of ten, and a unit behind it. What could be read in two ways (1.234 where a point stands between
 * thousands) is read in the way of the language.
 *
 * @param locale BCP 47 tag
 * @returns `null` for what is no number
 */
export function readNumber(text: string, locale: string): WrittenNumber | null {
  if (text.length > 200) return null;
  const manner = mannerOf(locale);
  // A space between two digits stands between thousands; before anything else it says nothing.
  const closed = text.normalize('NFC').trim().replace(SPACES, ' ');
  const negative = MINUS.test(closed.replace(/ /g, ''));
  let body = closed.replace(/^ */, '');
  if (negative) body = body.slice(1).trimStart();
  else if (body.startsWith('+')) body = body.slice(1).trimStart();
  const signs = [...body];
  const joined = signs
    .map((sign, i) => {
      const between = digitOf(signs[i - 1] ?? '', manner) !== null && digitOf(signs[i + 1] ?? '', manner) !== null;
      return sign === ' ' && between ? "'" : sign;
    })
    .join('');
  const found = plainDigits(joined, manner);
  if (!found) return null;
  const { power, rest } = powerOf(found.rest.replaceAll(' ', ''));
  const size = Number(`${found.digits}e${power}`);
  if (!Number.isFinite(size)) return null;
  const unit = power === 0 && !POWER.test(found.rest.replaceAll(' ', '')) ? found.rest.trim() : rest.trim();
  if (/^\p{Nd}/u.test(unit)) return null;
  return { value: negative ? -size : size, figures: figuresOf(found.digits), unit };
}
