import { useFormatter, useTranslations } from 'next-intl';
import type { Finding, ReadyCheck } from '@/core/asks/ready-check';
import type { FileKind } from '@/core/formats/file-kinds';
import { type Ask, filesOf, rangeOf } from '@/core/kinds/ask';
import { ASK_WORDS } from '@/ui/kinds/ask';
import type { PlaceNote } from './answer-nodes';

/** Which kinds of file an ask about files is content with. */
export const typesOf =
  (asks: readonly Ask[]) =>
  ({ askId }: Finding): readonly FileKind[] => {
    const ask = asks.find(({ id }) => id === askId);
    return (ask && filesOf(ask)) ?? [];
  };

/** What the ready check found, in words. */
export function useFindingWords() {
  const t = useTranslations('check');
  const pieces = useTranslations('pieces');
  const format = useFormatter();
  const range = ({ min, max }: Finding) =>
    max === null ? t('at-least', { min }) : min === max ? t('exactly', { min }) : t('range', { min, max });
  const fileKinds = (types: readonly FileKind[]) =>
    format.list(
      (types.length > 0 ? types : (['other'] as const)).map((type) => t(`file-${type}`)),
      { type: 'disjunction' },
    );
  /** What it is about. */
  const where = ({ kind, number }: Finding): string =>
    'attached' in ASK_WORDS[kind] ? t('files') : number === null ? t('whole') : t('question', { number });
  const quoted = (list: readonly string[]) => format.list(list.slice(0, 5).map((one) => `“${one}”`));
  /** How many files of which kinds an ask is for; `null` for one that is not about files. */
  const fileAsked = (ask: Ask): { readonly n: string; readonly kinds: string } | null => {
    const types = filesOf(ask);
    if (types === null) return null;
    const { min, max } = rangeOf(ask);
    const n =
      max === null
        ? pieces('asked-least', { min })
        : min === max
          ? pieces('asked-exactly', { min })
          : pieces('asked-range', { min, max });
    return { n, kinds: fileKinds(types) };
  };
  return {
    where,
    /** What is still to do about an unmet ask: "Question 3 needs one more sentence." */
    todo: (finding: Finding, types: readonly FileKind[] = []): string => {
      const { problem, found, min, max } = finding;
      const words = ASK_WORDS[finding.kind];
      if (!('none' in words)) return '';
      const about = { where: where(finding), kinds: fileKinds(types) };
      if (problem === 'wrong-kind') return t('wrong-kind', about);
      if ('many' in words && problem === 'too-many') return t(words.many, { ...about, n: found - (max ?? found) });
      if ('few' in words && problem === 'too-few') return t(words.few, { ...about, n: min - found });
      return t(words.none, about);
    },
    /** What is there: "1 sentence of 2 to 3, no end mark yet" */
    note: (finding: Finding): string => {
      const { found, openEnd } = finding;
      const words = ASK_WORDS[finding.kind];
      if ('fine' in words) return t(found === 0 ? words.fine : words.faults, { n: found });
      if ('there' in words)
        return t(found > 0 ? words.there : words.missing, { what: words.what === null ? '' : t(words.what) });
      const counted = t(words.note, { n: found, range: range(finding) });
      return 'endsOpen' in words && openEnd ? `${counted}${t('open-end')}` : counted;
    },
    fileAsked,
    /** What the brief asks for in files, before any is there. */
    filesAsked: (asks: readonly Ask[]): readonly string[] =>
      asks.flatMap((ask) => {
        const asked = fileAsked(ask);
        return asked ? [pieces('asked', asked)] : [];
      }),
    /** Which exactly; empty where there is nothing to name. */
    details: ({ kind, details }: Finding): string => {
      const words = ASK_WORDS[kind];
      if (details.length === 0) return '';
      return 'details' in words && words.details !== null
        ? t(words.details, { list: quoted(details) })
        : quoted(details);
    },
  };
}

/** The findings of each answer place, as the notes below it. */
export function placeNotesOf(
  check: ReadyCheck | null,
  note: (finding: Finding) => string,
): ReadonlyMap<string, PlaceNote> {
  const notes = new Map<string, PlaceNote>();
  for (const finding of check?.findings ?? []) {
    if (finding.place === null) continue;
    const before = notes.get(finding.place);
    notes.set(finding.place, {
      words: [before?.words, note(finding)].filter(Boolean).join(' · '),
      met: finding.result !== 'unmet' && (before?.met ?? true),
    });
  }
  return notes;
}
