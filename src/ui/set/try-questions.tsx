'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useMemo, useState } from 'react';
import { rightOf } from '@/core/kinds/question';
import { lay } from '@/core/questions/paper';
import { partsIn, type QuestionSet } from '@/core/questions/question-set';
import { Scoring } from '@/core/questions/scoring';
import { QuietButton } from '@/ui/common/primary-button';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { useLooseAnswering } from '@/ui/questions/loose-answering';
import { Sheet } from '@/ui/questions/sheet';
import { useHow } from '@/ui/questions/tried-words';
import classes from './in-place.module.css';
import type { SetTools } from './tools';

interface Props {
  readonly set: QuestionSet;
  /** By the same one the same numbers are drawn. */
  readonly seed: string;
  readonly tools: SetTools;
}

/** The questions as a student meets them, answered and scored at once. Nothing of it is kept. */
export function TryQuestions({ set, seed, tools: { view } }: Props) {
  const t = useTranslations('set');
  const how = useHow();
  const laid = useMemo(() => lay(set, seed), [set, seed]);
  const [scored, setScored] = useState(false);
  const notScored = useCallback(() => setScored(false), []);
  const hintOf = useCallback((part: string) => partsIn(set).find(({ id }) => id === part)?.hint ?? null, [set]);
  const { answering, answers, setAnswers } = useLooseAnswering(notScored, hintOf);
  const score = useMemo(() => (scored ? new Scoring(set).of(laid, answers) : null), [scored, set, laid, answers]);
  const fill = () => {
    setAnswers(
      Object.fromEntries(
        partsIn(set).flatMap((part) => {
          const question = laid.paper.find(({ parts }) => parts.some(({ id }) => id === part.id));
          const right = question ? rightOf(part, laid.drawn.get(question.id) ?? {}) : null;
          return right === null || right === undefined ? [] : [[part.id, right]];
        }),
      ),
    );
    setScored(true);
  };
  const desk = { view: { class: view.class, pieces: [] }, attach: null, help: null } as unknown as DeskTools;
  return (
    <section className={classes.trial} aria-label={t('try-questions')}>
      <p className={classes.trialHead}>
        <strong>{t('try-questions')}</strong> <span className="soft">{t('not-kept')}</span>
      </p>
      {laid.paper.map((sheet) => (
        <div key={sheet.id} className={classes.sheet}>
          <Sheet sheet={sheet} answering={answering} desk={desk} tried={null} points />
          {score?.parts
            .filter(({ part }) => sheet.parts.some(({ id }) => id === part))
            .map((part) => (
              <p key={part.part} className={part.points === part.of ? 'moss' : 'amber'} role="status">
                {t('came-to', { points: part.points ?? 0, of: part.of })} {how(part)}
              </p>
            ))}
        </div>
      ))}
      <p className={classes.trialHead}>
        <QuietButton onClick={() => setScored(true)}>{t('score-it')}</QuietButton>
        <button type="button" className="quiet" onClick={fill}>
          {t('fill-right')}
        </button>
        {score ? <strong role="status">{t('came-to', { points: score.points, of: score.of })}</strong> : null}
      </p>
    </section>
  );
}
