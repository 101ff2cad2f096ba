'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { GivenQuestions } from '@/server/reading/questions/given';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import type { DeskTools } from '@/ui/kinds/step/kind';
import classes from './questions.module.css';
import { Trial } from './trial';

interface Props {
  readonly step: string;
  readonly given: GivenQuestions;
  readonly desk: DeskTools;
}

/** What is needed, and what will happen: said before anything begins, a sentence a line. */
function useWhatHappens({ given, desk }: Omit<Props, 'step'>): readonly string[] {
  const t = useTranslations('questions');
  const { rules, count, points, limit } = given;
  if (!rules) return [];
  const { times, view } = desk;
  const counted = rules.purpose === 'quiz' || rules.purpose === 'exam';
  return [
    counted ? t('says-count', { n: count, points }) : t('says-questions', { n: count }),
    ...(limit === null ? [] : [t('says-limit', { length: times.length(limit) }), t('says-runs-on')]),
    ...(rules.working === null ? [] : [t('says-working', { length: times.length(rules.working) })]),
    ...(rules.back || rules.pace === 'all' ? [] : [t('says-no-way-back')]),
    t('says-kept'),
    ...(rules.attempts === null ? [] : [t('says-attempts', { n: rules.attempts })]),
    ...(rules.untilRight ? [t('says-until-right')] : []),
    ...(counted && (rules.attempts === null || rules.attempts > 1) ? [t(`counts-${rules.counts}`)] : []),
    t(`tells-${rules.tells}`),
    ...(rules.classAnswers ? [t(rules.names ? 'says-class-named' : 'says-class')] : []),
    t('says-finish', { teachers: view.teachers.join(', ') }),
  ];
}

/** Before it begins: what will happen, the start word, and the beginning. */
export function BeginPane({ step, given, desk }: Props) {
  const t = useTranslations('questions');
  const refresh = useRefresh();
  const [word, setWord] = useState('');
  const [trying, setTrying] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  // One beginning, however often it is asked for.
  const act = useRef(newAct());
  const says = useWhatHappens({ given, desk });
  const { rules, begin, used, limit, kinds } = given;
  if (!rules) return null;
  const again = used > 0;
  const allowed = begin === null && (desk.canEdit || (again && desk.view.moves.includes('take-back')));
  const start = async () => {
    setBusy(true);
    setProblem(null);
    const answer = await post(`/api/steps/${step}/attempts`, { act: act.current, word });
    setBusy(false);
    if (answer.ok) refresh();
    else setProblem(answer.code);
  };
  const why =
    begin === null
      ? null
      : begin.code === 'wait'
        ? t('begin-wait', { at: desk.times.moment(begin.until, Date.now()) })
        : t(`begin-${begin.code}`);
  return (
    <section className={classes.begin} aria-label={t('before-it-begins')}>
      {again ? null : (
        <ul>
          {says.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      )}
      {allowed && !again && (rules.trial || limit !== null) ? (
        trying ? (
          <Trial kinds={kinds} desk={desk} close={() => setTrying(false)} />
        ) : (
          <QuietButton onClick={() => setTrying(true)}>{t('trial.open')}</QuietButton>
        )
      ) : null}
      {allowed ? (
        <>
          {rules.needsWord ? (
            <TextInput
              label={t('start-word')}
              description={t('start-word-says')}
              value={word}
              maxLength={100}
              autoComplete="off"
              onChange={({ currentTarget: { value } }) => setWord(value)}
            />
          ) : null}
          <p role="alert" className="amber">
            {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
          </p>
          <PrimaryButton onClick={start} loading={busy} disabled={rules.needsWord && word.trim() === ''}>
            {t(again ? (rules.carries ? 'change-answer' : 'begin-again') : `begin-${rules.purpose}`)}
          </PrimaryButton>
        </>
      ) : why && again ? (
        <p className="soft">{why}</p>
      ) : again ? null : (
        <p className="soft">{t('not-now')}</p>
      )}
    </section>
  );
}
