'use client';

import type { Content, Editor } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { useRef } from 'react';
import type { DocNode } from '@/core/text/document-json';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import classes from './tool-lines.module.css';

const FORMATS = ['docx', 'odt', 'pdf', 'md', 'html', 'txt'] as const;

interface DownloadProps {
  readonly address: string;
  readonly print: string;
  readonly editor: Editor;
  readonly refused: (code: string) => void;
}

/** The document to take away, in open formats, or printed; and a text from elsewhere to be read in. */
export function Download({ address, print, editor, refused }: DownloadProps) {
  const t = useTranslations('writing');
  const input = useRef<HTMLInputElement>(null);
  const readIn = async (file: File) => {
    const answer = await sendBytes<{ content: DocNode }>(`/api/import?name=${encodeURIComponent(file.name)}`, file);
    if (answer.ok)
      editor
        .chain()
        .focus()
        .insertContent((answer.content.content ?? []) as Content)
        .run();
    else refused(answer.code);
  };
  return (
    <details className={classes.download}>
      <summary>{t('download')}</summary>
      <ul>
        <li>
          <button type="button" className="quiet" onClick={() => input.current?.click()}>
            {t('read-in')}
          </button>
          <FileInput
            ref={input}
            aria-label={t('read-in')}
            accept=".docx,.odt,.md,.markdown,.html,.htm,.txt"
            take={([file]) => {
              if (file) void readIn(file);
            }}
          />
        </li>
        <li>
          <a href={print}>{t('print')}</a>
        </li>
        {FORMATS.map((format) => (
          <li key={format}>
            <a href={`${address}?as=${format}`} download>
              {t(`format-${format}`)}
            </a>
          </li>
        ))}
      </ul>
    </details>
  );
}
