'use client';

import { Textarea } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import type { AsideMessage } from '@/server/desk';
import { newAct } from '@/ui/common/act';
import { post } from '@/ui/common/client-request';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { PrimaryButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './aside.module.css';

interface Props {
  readonly assignment: string;
  readonly student: string;
  readonly messages: readonly AsideMessage[];
  /** Who will read what is written, in words. */
  readonly readers: string;
  readonly times: Times;
  readonly now: number;
}

/** The private exchange on one piece of work. Who will read it stands above what one writes. */
export function Aside({ assignment, student, messages, readers, times, now }: Props) {
  const t = useTranslations('aside');
  const refresh = useRefresh();
  const path = `/api/assignments/${assignment}/asides/${student}`;
  const [draft, setDraft] = useKeptDraft(`kite-aside-${assignment}-${student}`);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const act = useRef(newAct());

  const unread = messages.some((message) => message.unread);
  useEffect(() => {
    if (unread) void post(`${path}/read`);
  }, [unread, path]);

  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (draft.trim() === '') return;
    setBusy(true);
    const answer = await post(path, { act: act.current, body: draft });
    setBusy(false);
    if (!answer.ok) {
      setProblem(answer.code === 'unreachable' ? 'unreachable' : 'broke');
      return;
    }
    act.current = newAct();
    setProblem(null);
    setDraft('');
    refresh();
  };

  return (
    <div>
      {messages.length === 0 ? <p className="soft">{t('none')}</p> : null}
      <ol className={classes.messages}>
        {messages.map((message) => (
          <li key={message.id} className={message.own ? classes.own : undefined}>
            <p className={classes.who}>
              <strong>{message.own ? t('you') : message.author}</strong> {times.moment(message.at, now)}
              {message.unread ? <span className={classes.new}> {t('new')}</span> : null}
            </p>
            <p dir="auto">{message.body}</p>
          </li>
        ))}
      </ol>
      <form onSubmit={send}>
        <p className={classes.readers}>{readers}</p>
        <Textarea
          aria-label={t('write')}
          placeholder={t('write')}
          value={draft}
          onChange={(event) => setDraft(event.currentTarget.value)}
          autosize
          minRows={3}
          maxLength={4000}
        />
        <p role="alert" className={classes.problem}>
          {problem ? t(problem) : null}
        </p>
        <PrimaryButton type="submit" loading={busy} disabled={draft.trim() === ''}>
          {t('send')}
        </PrimaryButton>
      </form>
    </div>
  );
}
