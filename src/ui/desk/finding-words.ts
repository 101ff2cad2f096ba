import { useFormatter, useTranslations } from 'next-intl';
import type { Ask, FileKind } from '@/core/asks/ask';
import type { Finding, ReadyCheck } from '@/core/asks/ready-check';
import type { PlaceNote } from './answer-nodes';

/** Which kinds of file an ask about files is content with. */
export const typesOf =
  (asks: readonly Ask[]) =>
  ({ askId }: Finding): readonly FileKind[] => {
    const ask = asks.find(({ id }) => id === askId);
    return ask?.kind === 'files' ? ask.types : [];
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
    kind === 'files' || kind === 'pages' ? t('files') : number === null ? t('whole') : t('question', { number });
  const quoted = (list: readonly string[]) => format.list(list.slice(0, 5).map((one) => `“${one}”`));
  return {
    where,
    /** What is still to do about an unmet ask: "Question 3 needs one more sentence." */
    todo: (finding: Finding, types: readonly FileKind[] = []): string => {
      const { kind, problem, found, min, max } = finding;
      const at = where(finding);
      switch (kind) {
        case 'whole-sentences':
        case 'spelling':
          return '';
        case 'title':
        case 'name':
          return t(`no-${kind}`);
        case 'answered':
          return t('empty', { where: at });
        default: {
          if (problem === 'wrong-kind') return t('wrong-kind', { kinds: fileKinds(types) });
          if (problem === 'too-many') return t(`many-${kind}`, { where: at, n: found - (max ?? found) });
          if (problem === 'too-few') return t(`few-${kind}`, { where: at, n: min - found });
          if (kind === 'words' || kind === 'sentences') return t('empty', { where: at });
          return t(`no-${kind}`, { where: at, kinds: fileKinds(types) });
        }
      }
    },
    /** What is there: "1 sentence of 2 to 3, no end mark yet" */
    note: (finding: Finding): string => {
      const { kind, found } = finding;
      switch (kind) {
        case 'answered':
          return found > 0 ? t('answered') : t('not-answered');
        case 'title':
        case 'name':
          return t(found > 0 ? 'is-there' : 'not-there', { what: t(`kind-${kind}`) });
        case 'whole-sentences':
        case 'spelling':
          return found === 0 ? t(`${kind}-fine`) : t(`${kind}-faults`, { n: found });
        default: {
          const words = t(`count-${kind}`, { n: found, range: range(finding) });
          return finding.openEnd && kind === 'sentences' ? `${words}${t('open-end')}` : words;
        }
      }
    },
    /** What the brief asks for in files, before any is there. */
    filesAsked: (asks: readonly Ask[]): readonly string[] =>
      asks.flatMap((ask) => {
        if (ask.kind !== 'files') return [];
        const { min, max } = ask;
        const n =
          max === null
            ? pieces('asked-least', { min })
            : min === max
              ? pieces('asked-exactly', { min })
              : pieces('asked-range', { min, max });
        return [pieces('asked', { n, kinds: fileKinds(ask.types) })];
      }),
    /** Which exactly; empty where there is nothing to name. */
    details: ({ kind, details }: Finding): string => {
      if (details.length === 0) return '';
      if (kind === 'terms' || kind === 'links' || kind === 'files')
        return t(`details-${kind}`, { list: quoted(details) });
      return quoted(details);
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
