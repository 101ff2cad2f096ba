'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import type { Doc } from '@/core/text/nodes';
import type { PostView } from '@/server/reading/talk/floor';
import { post as send } from '@/ui/common/client-request';
import { DocumentView } from '@/ui/common/document-view';
import { useFileSize } from '@/ui/common/file-size';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { PostEditor } from './post-editor';
import classes from './talk.module.css';

/** A line in which the reason for something is said before it is done. */
export function Reason({
  word,
  label,
  done,
  close,
}: {
  word: string;
  label: string;
  done: (reason: string) => Promise<string | null>;
  close: () => void;
}) {
  const t = useTranslations('talk');
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const act = async () => {
    const refused = await done(reason);
    if (refused === null) close();
    else setProblem(refused);
  };
  return (
    <div className={classes.reason}>
      <input
        className="field"
        aria-label={label}
        placeholder={label}
        value={reason}
        maxLength={500}
        dir="auto"
        // biome-ignore lint/a11y/noAutofocus: it was just opened to be typed into
        autoFocus
        onChange={({ currentTarget: { value } }) => setReason(value)}
      />
      <QuietButton onClick={() => void act()} disabled={reason.trim() === ''}>
        {word}
      </QuietButton>
      <button type="button" className="quiet" onClick={close}>
        {t('not-now')}
      </button>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {t(keyOr(t.has, `refused.${problem}`, 'refused.broke'))}
        </p>
      ) : null}
    </div>
  );
}

interface Props {
  readonly post: PostView;
  readonly now: number;
  readonly lang: string;
  readonly changed: () => void;
  /** What is done with it often, and what seldom. */
  readonly acts?: ReactNode;
  readonly seldom?: ReactNode;
}

/** The words of a post and its files, and what whoever reads it can do with it: mend and withdraw one's own, report another's. */
export function Said({ post, now, lang, changed, acts, seldom }: Props) {
  const t = useTranslations('talk');
  const size = useFileSize();
  const [open, setOpen] = useState<'mend' | 'report' | null>(null);
  const [body, setBody] = useState<Doc | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const close = () => setOpen(null);
  const act = async (path: string, what: object): Promise<string | null> => {
    const answer = await send(path, what);
    if (answer.ok) changed();
    setProblem(answer.ok ? null : answer.code);
    return answer.ok ? null : answer.code;
  };
  const change = async (what: object) => {
    if ((await act(`/api/posts/${post.id}`, what)) === null) close();
  };
  if (post.body === null)
    return <p className="soft">{t(`withdrawn-${post.withdrawn === 'by-school' ? 'school' : 'author'}`)}</p>;
  return (
    <>
      {open === 'mend' ? (
        <>
          <PostEditor
            label={t('mend')}
            first={post.body}
            begins
            changed={setBody}
            send={() => void change({ change: 'mend', body: body ?? post.body })}
          />
          <p className={classes.acts}>
            <QuietButton onClick={() => void change({ change: 'mend', body: body ?? post.body })}>
              {t('mend-keep')}
            </QuietButton>
            <button type="button" className="quiet" onClick={close}>
              {t('not-now')}
            </button>
          </p>
        </>
      ) : (
        <div className={classes.words} dir="auto">
          <DocumentView document={post.body} lang={lang} />
        </div>
      )}
      {post.files.map((file, position) => (
        <p key={`${file.name} ${file.size}`} className={classes.file}>
          <a href={`/api/posts/${post.id}/files/${position}`} download>
            <bdi>{file.name}</bdi>
          </a>{' '}
          <span className="soft">{size(file.size)}</span>
        </p>
      ))}
      {open === 'report' ? (
        <Reason
          word={t('report-send')}
          label={t('report-why')}
          done={(reason) => act(`/api/posts/${post.id}/report`, { reason })}
          close={close}
        />
      ) : null}
      <p role="alert" className={classes.problem}>
        {problem && open === null ? t(keyOr(t.has, `refused.${problem}`, 'refused.broke')) : null}
      </p>
      <div className={classes.small}>
        {acts}
        <details className={classes.seldom}>
          <summary>{t('more-acts')}</summary>
          <div>
            {seldom}
            {post.own && post.mendUntil !== null && post.mendUntil > now && open !== 'mend' ? (
              <button type="button" className="quiet" onClick={() => setOpen('mend')}>
                {t('mend')}
              </button>
            ) : null}
            {post.own ? (
              <button type="button" className="quiet" onClick={() => void change({ change: 'withdraw' })}>
                {t('withdraw')}
              </button>
            ) : post.reported ? (
              <span className="soft">{t('reported')}</span>
            ) : (
              <button type="button" className="quiet" onClick={() => setOpen('report')}>
                {t('report')}
              </button>
            )}
          </div>
        </details>
      </div>
    </>
  );
}
