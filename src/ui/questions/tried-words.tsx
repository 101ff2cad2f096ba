'use client';

import { useTranslations } from 'next-intl';
import type { AskedPart } from '@/core/questions/paper';
import type { PartScore } from '@/core/questions/scoring';
import type { ToldPart } from '@/server/reading/questions/told';
import { DocumentView } from '@/ui/common/document-view';
import classes from './questions.module.css';

/** What was said of the answer to one question. */
export interface Tried {
  readonly right: boolean;
  readonly parts: readonly PartScore[];
  readonly told: readonly ToldPart[];
}

/** By which rule points were given, as a sentence. */
export function useHow() {
  const t = useTranslations('questions');
  return ({ how, points, of }: Pick<PartScore, 'how' | 'points' | 'of'>): string => {
    if (how.off) return t(`off-${how.off}`);
    if (how.rule === 'each') return t('how-each', { right: how.right, of: how.of });
    if (how.rule === 'right-less-wrong')
      return t('how-right-less-wrong', { right: how.right, wrong: how.wrong, of: how.of });
    if (how.rule === 'mapped') return t('how-mapped', { points: how.right, of: how.of });
    if (how.rule === 'by-a-person') return t(points === null ? 'how-unread' : 'how-read');
    if (how.rule === 'given') return t('how-given');
    if (how.rule === 'empty') return t('how-empty');
    return t(of > 0 && points === of ? 'how-right' : points === 0 ? 'how-wrong' : 'how-given');
  };
}

/** What is right where an answer was not, and why. */
export function RightWords({ right, told, lang }: { right: boolean; told: ToldPart | undefined; lang: string }) {
  const t = useTranslations('questions');
  return (
    <>
      {!right && told && told.words !== '' ? (
        <p>
          {t('is-right')} <strong>{told.words}</strong>
        </p>
      ) : null}
      {told?.why ? <DocumentView document={told.why} lang={lang} /> : null}
    </>
  );
}

/** Right or wrong, what is right, and why. */
export function TriedWords({ tried, part, lang }: { tried: Tried; part: AskedPart; lang: string }) {
  const t = useTranslations('questions');
  const how = useHow();
  const score = tried.parts.find((one) => one.part === part.id);
  const told = tried.told.find((one) => one.part === part.id);
  if (!score) return null;
  const right = score.share === null || score.share >= 1;
  return (
    <div className={classes.tried} data-right={right || undefined}>
      <p>
        <strong>{right ? `✓ ${t('right')}` : `○ ${t('not-right')}`}</strong>{' '}
        {/* A rule that is more than right or wrong is said. */}
        {score.how.off || score.how.rule !== 'whole' ? <span>{how(score)}</span> : null}
      </p>
      <RightWords right={right} told={told} lang={lang} />
    </div>
  );
}
