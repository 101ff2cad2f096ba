'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { MessageView, OpenPartner } from '@/server/reading/talk/messages';
import { post } from '@/ui/common/client-request';
import { useFileSize } from '@/ui/common/file-size';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import type { Times } from '@/ui/common/times';
import classes from './messages.module.css';
import { Said } from './said';

/** A file that a student sent: it is not handed in by that, and can be put to where it is. */
function NotHandedIn({
  message,
  position,
  work,
  about,
}: {
  message: MessageView;
  position: number;
  work: OpenPartner['work'];
  about: string | null;
}) {
  const t = useTranslations('messages');
  const [to, setTo] = useState(work.find(({ id }) => id === about)?.id ?? work[0]?.id ?? '');
  const [came, setCame] = useState<string | null>(null);
  if (work.length === 0) return null;
  const title = work.find(({ id }) => id === to)?.title ?? '';
  const put = async () => {
    const answer = await post(`/api/assignments/${to}/pieces`, { from: 'post', id: message.id, position });
    setCame(answer.ok ? 'put' : answer.code);
  };
  if (came === 'put')
    return (
      <p className="moss" role="status">
        {t('was-put', { title })}
      </p>
    );
  return (
    <div className={classes.notHanded}>
      <span className={classes.warn}>{t('not-handed-in')}</span>
      {work.length > 1 ? (
        <select
          className="field"
          aria-label={t('put-where')}
          value={to}
          onChange={({ currentTarget: { value } }) => setTo(value as typeof to)}
        >
          {work.map(({ id, title: name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      ) : null}
      <QuietButton onClick={() => void put()}>{t('put-to', { title })}</QuietButton>
      {came ? (
        <span role="alert" className={classes.warn}>
          {t(keyOr(t.has, `put-refused.${came}`, 'put-refused.broke'))}
        </span>
      ) : null}
    </div>
  );
}

interface Props {
  readonly message: MessageView;
  /** The day is said where it is another one than before. */
  readonly newDay: boolean;
  readonly partner: OpenPartner;
  readonly about: string | null;
  readonly last: boolean;
  readonly lang: string;
  readonly times: Times;
  readonly now: number;
  readonly changed: () => void;
}

/** One message, tied to the string of the others. */
export function MessageLine({ message, newDay, partner, about, last, lang, times, now, changed }: Props) {
  const t = useTranslations('messages');
  const size = useFileSize();
  const read = message.readAt !== null ? t('read', { when: times.clock(message.readAt) }) : t('not-read');
  return (
    <li
      className={classes.message}
      data-own={message.own || undefined}
      data-last={last || undefined}
      data-post={message.id}
    >
      <p className={classes.when}>
        {newDay ? <b>{times.day(message.at, now)} </b> : null}
        <span>{times.clock(message.at)}</span>
      </p>
      <div className={classes.body}>
        <p className={classes.who}>
          <strong>{message.own ? t('you') : <bdi>{message.author}</bdi>}</strong>
          {message.own && message.body !== null ? `, ${read}` : ''}
          {message.mended && message.body !== null ? ` ${t('mended')}` : ''}
        </p>
        <Said post={{ ...message, files: [] }} now={now} lang={lang} changed={changed} />
        {message.files.map((file, position) => (
          <div key={`${file.name} ${file.size}`} className={classes.file}>
            <a href={`/api/posts/${message.id}/files/${position}`} download>
              <bdi>{file.name}</bdi>
            </a>{' '}
            <span className="soft">{size(file.size)}</span>
            {message.own ? (
              <NotHandedIn message={message} position={position} work={partner.work} about={about} />
            ) : null}
          </div>
        ))}
      </div>
    </li>
  );
}
