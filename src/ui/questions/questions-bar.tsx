'use client';

import { Modal } from '@mantine/core';
import { useFormatter, useTranslations } from 'next-intl';
import { useState } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import type { PublicRules } from '@/server/reading/questions/given';
import type { Receipt } from '@/store/hand-ins';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import bar from '@/ui/desk/hand-in-bar.module.css';
import dialog from '@/ui/desk/hand-in-dialog.module.css';
import { answersOf, rulesOfAsked } from '@/ui/kinds/step';
import classes from './questions.module.css';
import type { Answering, SheetStanding } from './use-answering';

/** Numbers in words, those that follow one another as "8 to 11". */
function useNumbers() {
  const t = useTranslations('questions');
  const format = useFormatter();
  return (numbers: readonly number[]): string => {
    const runs: [number, number][] = [];
    for (const n of numbers) {
      const last = runs.at(-1);
      if (last && last[1] === n - 1) last[1] = n;
      else runs.push([n, n]);
    }
    return format.list(
      runs.flatMap(([from, to]) =>
        to - from > 1 ? [t('from-to', { from, to })] : from === to ? [String(from)] : [String(from), String(to)],
      ),
    );
  };
}

/** What is answered, what is empty, and what one wanted to come back to. */
function useStanding(sheets: readonly SheetStanding[], count: number, at: number) {
  const t = useTranslations('questions');
  const numbers = useNumbers();
  const answered = sheets.filter(({ state }) => state === 'answered').length;
  const of = (some: (sheet: SheetStanding) => boolean) => sheets.filter(some).map(({ number }) => number);
  const empty = of(({ state }) => state === 'empty');
  const begun = of(({ state }) => state === 'begun');
  const loops = of(({ loop }) => loop);
  // Where nobody goes back, only the present one is known here.
  if (sheets.length < count) return { lead: t('question-of', { n: at, of: count }), rest: [], all: at === count };
  return {
    lead: t('answered-of', { n: answered, of: count }),
    rest: [
      ...(empty.length > 0 ? [t('are-empty', { n: empty.length, list: numbers(empty) })] : []),
      ...(begun.length > 0 ? [t('are-begun', { n: begun.length, list: numbers(begun) })] : []),
      ...(loops.length > 0 ? [t('are-tied', { n: loops.length, list: numbers(loops) })] : []),
    ],
    all: answered === count,
  };
}

interface Props {
  readonly view: DeskView;
  readonly rules: PublicRules;
  readonly answering: Answering;
  readonly done: () => void;
}

/** While questions are answered: how it stands, leaving, and the one act of finishing. */
export function QuestionsBar({ view, rules, answering, done }: Props) {
  const t = useTranslations('questions');
  const refresh = useRefresh();
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { running, sheets } = answering;
  const stands = useStanding(sheets, running.count, answering.at?.number ?? 1);
  const working = running.standing.phase === 'working';
  const limited = running.standing.answersUntil !== null;
  const leave = async () => {
    await answering.flush();
    await post(`/api/attempts/${running.id}/presence`, { here: false });
    window.location.assign('/today');
  };
  const finish = async () => {
    setBusy(true);
    setProblem(null);
    if (!(await answering.flush())) {
      setBusy(false);
      return setProblem('unreachable');
    }
    const answer = await post<{ phase: string; receipt: Receipt | null }>(`/api/attempts/${running.id}/finish`);
    setBusy(false);
    if (!answer.ok) return setProblem(answer.code);
    setAsking(false);
    if (answer.receipt) done();
    else refresh();
  };
  const then = working || rules.working === null;
  return (
    <section className={bar.bar} aria-label={t('bar')}>
      <div className={bar.says}>
        <p>
          <strong>{working ? t('working-title') : stands.lead}</strong>{' '}
          <span className={`soft ${classes.long}`}>{working ? t('working-short') : stands.rest.join(' ')}</span>
        </p>
      </div>
      <div className={bar.moves}>
        <QuietButton onClick={leave} className={classes.leave}>
          <span className={classes.long}>{t('leave')}</span>
          <span className={classes.brief}>{t('leave-short')}</span>
          {limited ? <small>{t('time-runs-on')}</small> : null}
        </QuietButton>
        <PrimaryButton onClick={() => setAsking(true)} disabled={!answering.ready}>
          {t('finish')}
        </PrimaryButton>
      </div>
      <Modal.Root
        opened={asking}
        onClose={() => setAsking(false)}
        size="lg"
        centered
        transitionProps={{ duration: 120 }}
      >
        <Modal.Overlay />
        <Modal.Content>
          <Modal.Body>
            <div className={dialog.head}>
              <Modal.Title className={dialog.title}>{t(working ? 'finish-working' : 'finish-title')}</Modal.Title>
              <Modal.CloseButton aria-label={t('not-yet')} />
            </div>
            {working ? null : (
              <ul>
                <li>
                  <strong>{stands.lead}</strong>
                </li>
                {stands.rest.map((sentence) => (
                  <li key={sentence} className="amber">
                    {sentence}
                  </li>
                ))}
              </ul>
            )}
            <p>
              {then
                ? t('finish-hands-in', { teachers: view.teachers.join(', ') })
                : t('finish-then-working', { n: rules.working ?? 0 })}
            </p>
            <p role="alert" className={dialog.bars}>
              {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
            </p>
            <div className={dialog.moves}>
              <QuietButton onClick={() => setAsking(false)}>{t('not-yet')}</QuietButton>
              <PrimaryButton onClick={finish} loading={busy}>
                {t('finish-now')}
              </PrimaryButton>
            </div>
          </Modal.Body>
        </Modal.Content>
      </Modal.Root>
    </section>
  );
}

/** Where everything that is handed in is answered, and nothing is answered now: the bar says so, and hands nothing in. */
export function AsksBar({ view }: { view: DeskView }) {
  const t = useTranslations('questions');
  const running = view.steps.find((step) => answersOf(step) !== null);
  const first = view.steps.map(rulesOfAsked).find((rules) => rules !== null);
  return (
    <section className={bar.bar} aria-label={t('bar')}>
      <div className={bar.says}>
        <p>
          {first ? <strong>{t(`purpose-${first.purpose}`)}</strong> : null}{' '}
          <span className="soft">{running ? t('bar-runs', { title: running.title }) : t('bar-before')}</span>
        </p>
      </div>
    </section>
  );
}
