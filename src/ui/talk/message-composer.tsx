'use client';

import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { TalkId } from '@/core/ids';
import { type Attached, AttachedFiles, MOST_ATTACHED, sendUp } from '@/ui/common/attached-files';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { Composer, type Target } from './composer';
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
      const sentUp = await sendUp(file);
      if (sentUp.ok) setFiles((before) => [...before, sentUp.file].slice(0, MOST_ATTACHED));
      else setProblem(keyOr(aside.has, `file-${sentUp.code}`, 'file-broke'));
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
      <AttachedFiles files={files} change={setFiles} className={classes.files} />
      <p>
        <button
          type="button"
          className="quiet"
          onClick={() => chooser.current?.click()}
          disabled={files.length >= MOST_ATTACHED}
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
