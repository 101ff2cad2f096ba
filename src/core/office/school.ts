import { nameProblem, tidy } from './person';

/** What a school says of itself. */
export interface SchoolDraft {
  readonly name: string;
  /** Its clock: a zone of the IANA time zone database. */
  readonly zone: string;
  /** BCP 47 tags of the languages it speaks, the first one first. */
  readonly languages: readonly string[];
  /** Whom to ask who cannot sign in. */
  readonly help: string;
  /** Name and whom to ask in its other languages, where that is said otherwise. */
  readonly said: Readonly<Record<string, { readonly name?: string | undefined; readonly help?: string | undefined }>>;
}

export interface SchoolProblem {
  readonly part: 'name' | 'zone' | 'languages' | 'help';
  readonly code: 'no-name' | 'long-name' | 'no-zone' | 'no-language' | 'no-help' | 'long-help';
}

export const LONGEST_HELP = 200;

/** Is it a zone that this machine has the clock of? */
export function isZone(zone: string): boolean {
  try {
    return zone !== '' && new Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** What is said, without what nobody can see. */
export function tidySchool({ name, zone, languages, help, said }: SchoolDraft): SchoolDraft & {
  readonly said: Readonly<Record<string, { name?: string; help?: string }>>;
} {
  const first = languages[0];
  const others = Object.entries(said).flatMap(([language, words]) => {
    const own = {
      ...(tidy(words.name ?? '') === '' ? {} : { name: tidy(words.name ?? '') }),
      ...(tidy(words.help ?? '') === '' ? {} : { help: tidy(words.help ?? '') }),
    };
    return language !== first && languages.includes(language) && Object.keys(own).length > 0 ? [[language, own]] : [];
  });
  return {
    name: tidy(name),
    zone,
    languages: [...new Set(languages)],
    help: tidy(help),
    said: Object.fromEntries(others),
  };
}

const tooLong = (text: string | undefined, most: number): boolean => [...(text ?? '')].length > most;

/** What keeps a school from being so. */
export function schoolUnmet({ name, zone, languages, help, said }: SchoolDraft): readonly SchoolProblem[] {
  const named = nameProblem(name);
  const others = Object.values(said);
  return [
    ...(named === 'no-name' ? [{ part: 'name' as const, code: 'no-name' as const }] : []),
    ...(named === 'long-name' || others.some((one) => tooLong(one.name, 120))
      ? [{ part: 'name' as const, code: 'long-name' as const }]
      : []),
    ...(isZone(zone) ? [] : [{ part: 'zone' as const, code: 'no-zone' as const }]),
    ...(languages.length > 0 ? [] : [{ part: 'languages' as const, code: 'no-language' as const }]),
    ...(tidy(help) === '' ? [{ part: 'help' as const, code: 'no-help' as const }] : []),
    ...([help, ...others.map((one) => one.help)].some((text) => tooLong(text, LONGEST_HELP))
      ? [{ part: 'help' as const, code: 'long-help' as const }]
      : []),
  ];
}

/** What a school is called, and whom to ask there, in a language: as it says it in that, else as it says it first. */
export function schoolIn(
  { name, help, said }: Pick<SchoolDraft, 'name' | 'help' | 'said'>,
  language: string,
): { readonly name: string; readonly help: string } {
  return { name: said[language]?.name ?? name, help: said[language]?.help ?? help };
}
