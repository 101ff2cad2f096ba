/** What a teacher says of how words are compared. */
export interface Sameness {
  /** Capital letters count. */
  readonly capitals: boolean;
  /** Accents, and vowel signs of Arabic, count. */
  readonly accents: boolean;
  /** Spaces count: how many there are between words, and whether there are any. */
  readonly spaces: boolean;
}

const MARKS = /\p{M}+/gu;
const MANY_SPACES = /\s+/gu;
/** Signs that are typed in two ways, as the one: straight and curly quotes, hyphens and dashes, the Arabic letter stretched. */
const ALIKE: readonly (readonly [RegExp, string])[] = [
  [/[\u2018\u2019\u02bc\u0060\u00b4]/g, "'"],
  [/[\u201c\u201d\u00ab\u00bb]/g, '"'],
  [/[\u2010\u2011\u2012\u2013\u2212]/g, '-'],
  [/\u0640/g, ''],
];
/** No sign above the last of ASCII: then none of the above can be in it. */
// biome-ignore lint/suspicious/noControlCharactersInRegex: the first of ASCII is one
const PLAIN = /^[\u0000-\u007f]*$/;

/**
 * Words as they are compared: in the normal form KC of Unicode (UAX #15), with what does not count taken out.
 */
export function sameForm(text: string, { capitals, accents, spaces }: Sameness): string {
  let form = text;
  if (!PLAIN.test(form)) {
    form = form.normalize('NFKC');
    for (const [sign, as] of ALIKE) form = form.replace(sign, as);
    if (!accents) form = form.normalize('NFD').replace(MARKS, '').normalize('NFC');
  }
  if (!capitals) form = form.toLowerCase();
  form = form.trim();
  return spaces ? form : form.replace(MANY_SPACES, ' ');
}
