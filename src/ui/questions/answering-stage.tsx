'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { PublicRules } from '@/server/reading/questions/given';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import { Pane } from '@/ui/desk/stage';
import stage from '@/ui/desk/stage.module.css';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { ReadAloud } from '@/ui/material/read-aloud';
import classes from './questions.module.css';
import { LoopButton, Sheet } from './sheet';
import { TimeThread } from './time-thread';
import type { Tried } from './tried-words';
import type { Answering } from './use-answering';

interface Props {
  readonly title: string;
  readonly rules: PublicRules;
  readonly answering: Answering;
  readonly desk: DeskTools;
  readonly now: number;
}

/** Tells the school that somebody is here, and that they have gone. */
function usePresence(attempt: string): void {
  useEffect(() => {
    const tell = (here: boolean) =>
      void fetch(`/api/attempts/${attempt}/presence`, {
        method: 'POST',
        keepalive: true,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ here }),
      }).catch(() => {});
    tell(true);
    const gone = () => tell(false);
    const back = (event: PageTransitionEvent) => {
      if (event.persisted) tell(true);
    };
    window.addEventListener('pagehide', gone);
    window.addEventListener('pageshow', back);
    return () => {
      window.removeEventListener('pagehide', gone);
      window.removeEventListener('pageshow', back);
    };
  }, [attempt]);
}

/** One question after the other: before, next, and the last. */
function Moves({ answering, rules, desk }: { answering: Answering; rules: PublicRules; desk: DeskTools }) {
  const t = useTranslations('questions');
  const refresh = useRefresh();
  const [busy, setBusy] = useState(false);
  const { at, running, sheets } = answering;
  if (!at) return null;
  const i = running.sheets.indexOf(at);
  const before = running.sheets[i - 1];
  const next = running.sheets[i + 1];
  const tied = sheets.find(({ id }) => id === at.id)?.loop ?? false;
  const forward = async () => {
    setBusy(true);
    if (await answering.flush()) await post(`/api/attempts/${running.id}/forward`, { to: at.number + 1 });
    setBusy(false);
    refresh();
  };
  return (
    <div className={classes.moves}>
      {rules.back ? (
        <LoopButton tied={tied} tie={() => answering.tie(at.id)} />
      ) : (
        <p className={classes.manner}>{t('no-way-back')}</p>
      )}
      <span>
        {before ? (
          <button type="button" className="quiet" onClick={() => answering.go(before.id)}>
            {t('before')}
          </button>
        ) : null}
        {next ? <QuietButton onClick={() => answering.go(next.id)}>{t('next')}</QuietButton> : null}
        {!rules.back && at.number < running.count ? (
          <QuietButton loading={busy} disabled={!desk.canEdit} onClick={forward}>
            {t('next')}
          </QuietButton>
        ) : null}
      </span>
    </div>
  );
}

/** Practice: each answer is looked at, and wrong ones come back. */
function Practising({ answering, desk }: { answering: Answering; desk: DeskTools }) {
  const t = useTranslations('questions');
  const refresh = useRefresh();
  const { running, at } = answering;
  // What was looked at stays on the screen until one goes on, though the server knows what comes next by then.
  const [seen, setSeen] = useState<{ readonly question: string; readonly tried: Tried } | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const act = useRef(newAct());
  const head = useRef<HTMLDivElement>(null);
  const sheet = seen ? running.sheets.find(({ id }) => id === seen.question) : at;
  const nothingLeft = running.practice?.next === null && !seen;
  // A question that comes back is answered anew.
  const fresh = at?.id;
  const { set } = answering;
  const parts = at?.parts;
  const came = running.practice?.tried.length ?? 0;
  const wasWrong = running.practice?.tried.findLast(({ question }) => question === fresh)?.right === false;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each time that it comes
  useEffect(() => {
    if (!seen && wasWrong) for (const part of parts ?? []) set(part.id, null);
  }, [fresh, came, seen === null]);
  if (nothingLeft || !sheet)
    return (
      <div className={stage.paneBody}>
        <h2>{t('practice-done')}</h2>
        <p>{t('practice-later', { n: running.practice?.later.length ?? 0 })}</p>
      </div>
    );
  const look = async () => {
    setBusy(true);
    setProblem(null);
    await answering.flush();
    const answers = Object.fromEntries(
      sheet.parts.flatMap(({ id }) => (id in answering.answers ? [[id, answering.answers[id]]] : [])),
    );
    const found = await post<Tried>(`/api/attempts/${running.id}/tries`, {
      act: act.current,
      question: sheet.id,
      answers,
    });
    setBusy(false);
    if (!found.ok) return setProblem(found.code);
    act.current = newAct();
    setSeen({ question: sheet.id, tried: found });
    refresh();
    requestAnimationFrame(() => head.current?.focus());
  };
  return (
    <>
      <Sheet
        key={`${sheet.id} ${running.practice?.tried.length ?? 0}`}
        sheet={sheet}
        answering={answering}
        desk={desk}
        tried={seen?.tried ?? null}
        points={false}
      />
      <div className={classes.moves}>
        <div ref={head} tabIndex={-1} role="status">
          {seen ? <strong>{t(seen.tried.right ? 'right' : 'comes-back')}</strong> : null}
          {problem ? <span className="amber">{t(keyOr(t.has, `problem.${problem}`, 'problem.broke'))}</span> : null}
        </div>
        <span>
          {seen ? (
            <PrimaryButton onClick={() => setSeen(null)}>{t('go-on')}</PrimaryButton>
          ) : (
            <PrimaryButton loading={busy} disabled={!answering.editable} onClick={look}>
              {t('look')}
            </PrimaryButton>
          )}
        </span>
      </div>
    </>
  );
}

/** The minutes afterwards, for photographs of the working. */
function Working({ desk }: { desk: DeskTools }) {
  const t = useTranslations('questions');
  const attached = desk.view.pieces.filter(({ removedAt }) => removedAt === null);
  return (
    <div className={stage.paneBody}>
      <h2>{t('working-title')}</h2>
      <p>{t('working-says')}</p>
      <ul>
        {attached.map(({ id, name }) => (
          <li key={id}>
            <bdi>{name}</bdi>
          </li>
        ))}
      </ul>
      {desk.attach ? <PrimaryButton onClick={desk.attach}>{t('attach')}</PrimaryButton> : null}
    </div>
  );
}

/** While it runs: the thread of time, and the question that is before one, or all of them. */
export function AnsweringStage({ title, rules, answering, desk, now }: Props) {
  const t = useTranslations('questions');
  const refresh = useRefresh();
  const { running, at } = answering;
  usePresence(running.id);
  const { flush } = answering;
  const over = useCallback(() => void flush().then(refresh), [flush, refresh]);
  const working = running.standing.phase === 'working';
  const many = rules.pace === 'one' && running.count > 1;
  const practises = running.practice !== null;
  const points = rules.purpose === 'quiz' || rules.purpose === 'exam';
  const words = useRef<HTMLDivElement>(null);
  return (
    <div className={classes.stage} ref={words}>
      <TimeThread standing={running.standing} working={rules.working} times={desk.times} now={now} over={over} />
      <Pane label={title}>
        <header className={stage.paneHead}>
          <strong className={classes.numberOf}>
            {working
              ? t('working-title')
              : many && at
                ? t(practises ? 'practice-of' : 'question-of', {
                    n: practises ? (running.practice?.right.length ?? 0) : at.number,
                    of: running.count,
                  })
                : title}
          </strong>
          {many && at && points && !working ? <span>{t('points', { n: at.points })}</span> : null}
          <span className={classes.far}>{working ? null : practises ? t('looked-at-once') : t('can-change')}</span>
          {working ? null : <ReadAloud text={words} lang={desk.view.class.locale} />}
        </header>
        {!answering.ready ? (
          <div className={stage.paneBody}>
            <p role="status">{t('opening')}</p>
          </div>
        ) : working ? (
          <Working desk={desk} />
        ) : practises ? (
          <Practising answering={answering} desk={desk} />
        ) : many && at ? (
          <>
            <Sheet key={at.id} sheet={at} answering={answering} desk={desk} tried={null} points={points} />
            <Moves answering={answering} rules={rules} desk={desk} />
          </>
        ) : (
          <div className={classes.all}>
            {running.sheets.map((sheet) => (
              <section key={sheet.id} aria-label={t('question', { n: sheet.number })}>
                {running.count > 1 ? <h2 className={classes.numbered}>{t('question', { n: sheet.number })}</h2> : null}
                <Sheet sheet={sheet} answering={answering} desk={desk} tried={null} points={points} />
              </section>
            ))}
          </div>
        )}
      </Pane>
    </div>
  );
}
