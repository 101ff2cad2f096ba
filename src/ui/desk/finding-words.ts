import { useTranslations } from 'next-intl';
import type { Finding, ReadyCheck } from '@/core/asks/ready-check';
import type { PlaceNote } from './answer-nodes';

/** What the ready check found, in words. */
export function useFindingWords() {
  const t = useTranslations('check');
  const range = ({ min, max }: Finding) =>
    max === null ? t('at-least', { min }) : min === max ? t('exactly', { min }) : t('range', { min, max });
  return {
    /** What is still to do about an unmet ask: "Question 3 needs one more sentence." */
    todo: (finding: Finding): string => {
      const { number, kind, problem, found, min, max } = finding;
      const where = number === null ? t('whole') : t('question', { number });
      if (problem === 'empty') return t('empty', { where });
      if (kind === 'answered') return '';
      if (problem === 'too-few') return t(`few-${kind}`, { where, n: min - found });
      return t(`many-${kind}`, { where, n: found - (max ?? found) });
    },
    /** What is there: "1 sentence of 2 to 3, no end mark yet" */
    note: (finding: Finding): string => {
      if (finding.kind === 'answered') return finding.found > 0 ? t('answered') : t('not-answered');
      const words = t(`count-${finding.kind}`, { n: finding.found, range: range(finding) });
      return finding.openEnd && finding.kind === 'sentences' ? `${words}${t('open-end')}` : words;
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
      met: finding.result === 'met' && (before?.met ?? true),
    });
  }
  return notes;
}
