'use client';

import { useTranslations } from 'next-intl';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import type { AsideMessage } from '@/server/reading/talk/asides';
import { newAct } from '@/ui/common/act';
import { type Attached, AttachedFiles, MOST_ATTACHED, sendUp } from '@/ui/common/attached-files';
import { post } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { useFileSize } from '@/ui/common/file-size';
import { GrowingText } from '@/ui/common/growing-text';
import { useKeptDraft } from '@/ui/common/kept-draft';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { BetweenTwo } from '@/ui/talk/readers';
import classes from './aside.module.css';

interface MessageProps {
  readonly message: AsideMessage;
  readonly times: Times;
  readonly now: number;
  readonly changed: () => void;
}

/** One message: its words and files, and for whoever wrote it the ways to mend or withdraw it. */
function Message({ message, times, now, changed }: MessageProps) {
  const t = useTranslations('aside');
  const size = useFileSize();
  const [mending, setMending] = useState(false);
  const [body, setBody] = useState(message.body);
  const [problem, setProblem] = useState<string | null>(null);
  const mendable = message.mendUntil !== null && message.mendUntil > now;
  const change = async (what: object) => {
    const answer = await post(`/api/asides/messages/${message.id}`, what);
    setProblem(answer.ok ? null : answer.code);
    if (!answer.ok) return;
    setMending(false);
    changed();
  };
  return (
    <li className={message.own ? classes.own : undefined}>
      <p className={classes.who}>
        <strong>{message.own ? t('you') : message.author}</strong> {times.moment(message.at, now)}
        {message.editedAt !== null && !message.withdrawn ? ` ${t('mended')}` : ''}
        {message.own && message.seen ? ` ${t('seen')}` : ''}
        {message.unread ? <span className={classes.new}> {t('new')}</span> : null}
      </p>
      {message.withdrawn ? <p className="soft">{t('withdrawn')}</p> : null}
      {mending ? (
        <GrowingText
          aria-label={t('mend')}
          value={body}
          onChange={(event) => setBody(event.currentTarget.value)}
          minRows={2}
          maxLength={4000}
          dir="auto"
        />
      ) : (
        <p dir="auto">{message.body}</p>
      )}
      {message.files.map((file, position) => (
        <p key={file.name}>
          <a href={`/api/asides/messages/${message.id}/files/${position}?download`} download>
            <bdi>{file.name}</bdi>
          </a>{' '}
          <span className="soft">{size(file.size)}</span>
        </p>
      ))}
      {message.own && !message.withdrawn ? (
        <p className={classes.acts}>
          {mending ? (
            <>
              <QuietButton onClick={() => void change({ change: 'mend', body })} disabled={body.trim() === ''}>
                {t('mend-keep')}
              </QuietButton>
              <button type="button" className="quiet" onClick={() => setMending(false)}>
                {t('mend-not')}
              </button>
            </>
          ) : (
            <>
              {mendable ? (
                <button type="button" className="quiet" onClick={() => setMending(true)}>
                  {t('mend')}
                </button>
              ) : null}
              <button type="button" className="quiet" onClick={() => void change({ change: 'withdraw' })}>
                {t('withdraw')}
              </button>
            </>
          )}
        </p>
      ) : null}
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, problem, 'not-changed')) : null}
      </p>
    </li>
  );
}

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
  const [draft, setDraft] = useKeptDraft(`aside-${assignment}-${student}`);
  const [files, setFiles] = useState<readonly Attached[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const act = useRef(newAct());

  const unread = messages.some((message) => message.unread);
  useEffect(() => {
    if (unread) void post(`${path}/read`);
  }, [unread, path]);

  const empty = draft.trim() === '' && files.length === 0;
  const send = async (event: FormEvent) => {
    event.preventDefault();
    if (empty) return;
    setBusy(true);
    const answer = await post(path, { act: act.current, body: draft, files });
    setBusy(false);
    if (!answer.ok) {
      setProblem(answer.code === 'unreachable' ? 'unreachable' : 'broke');
      return;
    }
    act.current = newAct();
    setProblem(null);
    setDraft('');
    setFiles([]);
    refresh();
  };
  const attach = async (chosen: readonly File[]) => {
    setBusy(true);
    setProblem(null);
    for (const file of chosen) {
      const sent = await sendUp(file);
      if (sent.ok) setFiles((before) => [...before, sent.file].slice(0, MOST_ATTACHED));
      else setProblem(keyOr(t.has, `file-${sent.code}`, 'file-broke'));
    }
    setBusy(false);
  };

  return (
    <div>
      {messages.length === 0 ? <p className="soft">{t('none')}</p> : null}
      <ol className={classes.messages}>
        {messages.map((message) => (
          <Message key={message.id} message={message} times={times} now={now} changed={refresh} />
        ))}
      </ol>
      <form onSubmit={send}>
        <p className={classes.readers}>{readers}</p>
        <BetweenTwo />
        <GrowingText
          aria-label={t('write')}
          placeholder={t('write')}
          value={draft}
          onChange={(event) => setDraft(event.currentTarget.value)}
          minRows={3}
          maxLength={4000}
        />
        <AttachedFiles files={files} change={setFiles} className={classes.files} />
        <p role="alert" className={classes.problem}>
          {problem ? t(keyOr(t.has, problem, 'broke')) : null}
        </p>
        <div className={classes.acts}>
          <PrimaryButton type="submit" loading={busy} disabled={empty}>
            {t('send')}
          </PrimaryButton>
          <button
            type="button"
            className="quiet"
            onClick={() => chooser.current?.click()}
            disabled={files.length >= MOST_ATTACHED}
          >
            {t('attach')}
          </button>
          <FileInput ref={chooser} multiple aria-label={t('attach')} take={(chosen) => void attach(chosen)} />
        </div>
      </form>
    </div>
  );
}
