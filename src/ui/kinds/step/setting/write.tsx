'use client';

import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import { giveStarter, starterOf } from '@/core/setting/draft-writes';
import { withPlaces } from '@/core/setting/starter';
import type { Doc } from '@/core/text/nodes';
import { newAct } from '@/ui/common/act';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { AskList } from '@/ui/set/ask-list';
import inPlaceStyles from '@/ui/set/in-place.module.css';
import classes from '@/ui/set/set.module.css';
import { TextEditor } from '@/ui/set/text-editor';
import type { SetStepProps } from '@/ui/set/tools';
import { TryAnswer } from '@/ui/set/try-answer';

/** What is opened in a document: questions with their places, what is asked at each, or nothing: then it is written freely. */
export function SetWriting({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const writing = useTranslations('writing');
  const { ydoc, view, editable, draft } = tools;
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [trying, setTrying] = useState<string | null>(null);
  const fragment = starterOf(ydoc, step.id);
  const readIn = async (file: File) => {
    const answer = await sendBytes<{ content: Doc }>(`/api/import?name=${encodeURIComponent(file.name)}`, file);
    if (answer.ok) {
      giveStarter(ydoc, step.id, withPlaces(answer.content, newAct));
      setProblem(null);
    } else setProblem(answer.code);
  };
  if (!fragment) return null;
  const inPlace = (id: string) => (
    <div className={inPlaceStyles.inPlace}>
      <AskList place={id} tools={tools} />
      {draft.asks.some(({ place }) => place === id) ? (
        trying === id ? (
          <TryAnswer place={id} tools={tools} />
        ) : (
          <button type="button" className="quiet" onClick={() => setTrying(id)}>
            {t('try-here')}
          </button>
        )
      ) : null}
    </div>
  );
  return (
    <>
      <p className={classes.hint}>
        {t('starter-says')}{' '}
        {editable ? (
          <button type="button" className="quiet" onClick={() => input.current?.click()}>
            {writing('read-in')}
          </button>
        ) : null}
      </p>
      <FileInput
        ref={input}
        aria-label={writing('read-in')}
        accept=".docx,.odt,.md,.markdown,.html,.htm,.txt"
        take={([file]) => {
          if (file) void readIn(file);
        }}
      />
      {problem ? (
        <p role="alert" className={classes.problem}>
          {writing(keyOr(writing.has, `problem.${problem}`, 'problem.broke'))}
        </p>
      ) : null}
      <TextEditor
        key={step.id}
        fragment={fragment}
        label={step.title}
        lang={view.class.locale}
        editable={editable}
        inPlace={inPlace}
      />
      <AskList place={null} tools={tools} />
    </>
  );
}
