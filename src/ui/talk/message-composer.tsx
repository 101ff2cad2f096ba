'use client';

import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { TalkId } from '@/core/ids';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { type Attached, Composer, type Target } from './composer';
import classes from './messages.module.css';

interface Props {
  readonly target: Target;
  readonly place: string;
  readonly label: string;
  readonly readers: React.ReactNode;
  readonly button: string;
  readonly begins?: boolean;
  readonly below?: React.ReactNode;
  readonly sent: (talk: TalkId | null) => void;
}

const MOST_FILES = 5;

/** Where a message is written: words, files, who will read it and when an answer can be expected. */
export function MessageComposer({ target, place, label, readers, button, begins = false, below, sent }: Props) {
  const t = useTranslations('messages');
  const aside = useTranslations('aside');
  const [files, setFiles] = useState<readonly Attached[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const attach = async (chosen: readonly File[]) => {
    setProblem(null);
    for (const file of chosen) {
      const answer = await sendBytes<Attached>(`/api/asides/files?name=${encodeURIComponent(file.name)}`, file);
      if (answer.ok)
        setFiles((before) => [...before, { sha256: answer.sha256, name: answer.name }].slice(0, MOST_FILES));
      else setProblem(keyOr(aside.has, `file-${answer.code}`, 'file-broke'));
    }
  };
  return (
    <Composer
      target={target}
      place={place}
      label={label}
      readers={readers}
      button={button}
      forOne={null}
      begins={begins}
      files={files}
      sent={(answer) => {
        setFiles([]);
        sent((answer.talk as TalkId | undefined) ?? null);
      }}
    >
      {files.length > 0 ? (
        <ul className={classes.files}>
          {files.map((file) => (
            <li key={file.sha256}>
              <bdi>{file.name}</bdi>{' '}
              <button
                type="button"
                className="quiet"
                aria-label={aside('take-off', { name: file.name })}
                onClick={() => setFiles(files.filter(({ sha256 }) => sha256 !== file.sha256))}
              >
                {aside('take-off-short')}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      <p>
        <button
          type="button"
          className="quiet"
          onClick={() => chooser.current?.click()}
          disabled={files.length >= MOST_FILES}
        >
          {aside('attach')}
        </button>
        <FileInput ref={chooser} multiple aria-label={aside('attach')} take={(chosen) => void attach(chosen)} />
      </p>
      <p role="alert" className={classes.warn}>
        {problem ? aside(keyOr(aside.has, problem, 'file-broke')) : null}
      </p>
      {below}
      <p className="soft">{t('kept')}</p>
    </Composer>
  );
}
