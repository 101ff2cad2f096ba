'use client';

import type { Content, Editor } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { useRef } from 'react';
import type { DocNode } from '@/core/text/document-json';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { insertPicture, sendPicture } from './pictures';
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

/** A picture from this device, into the text: the field that asks for it, and what opens it. */
export function usePictureInput(editor: Editor, refused: (code: string) => void) {
  const t = useTranslations('writing');
  const input = useRef<HTMLInputElement>(null);
  const put = async (file: File) => {
    const sent = await sendPicture(file);
    if ('code' in sent) refused(sent.code);
    else if (!editor.isDestroyed) {
      insertPicture(editor.view, sent, null);
      editor.commands.focus();
    }
  };
  const field = (
    <FileInput
      ref={input}
      aria-label={t('picture')}
      accept="image/png,image/jpeg,image/gif,image/webp"
      take={([file]) => {
        if (file) void put(file);
      }}
    />
  );
  return { field, open: () => input.current?.click() };
}
