'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useRef } from 'react';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { useAwake } from '@/ui/common/use-awake';
import { AlsoAsked } from '@/ui/desk/also-asked';
import { ChangedSince } from '@/ui/desk/changed-since';
import { Pane } from '@/ui/desk/stage';
import classes from '@/ui/desk/stage.module.css';
import { WordsFirst } from '@/ui/desk/words-first';
import { WritingFrame } from '@/ui/desk/writing-frame';
import { DocumentEditor, DocumentShown, isReadFirst, soonFor } from '@/ui/kinds/document';
import type { DeskTools } from './kind';

/** Pages to be photographed, and then the sheets that they have become. */
export const PhotographStage = (props: { step: DeskStepOf<'photographs'>; desk: DeskTools }) => (
  <WritingStage {...props} photographs />
);

interface Props {
  readonly step: DeskStepOf<'write' | 'pages' | 'photographs'>;
  readonly desk: DeskTools;
  /** What is written on comes from photographs. */
  readonly photographs?: boolean;
}

/** The student's own copy, written in; or what the teacher gave, where it was never opened. */
export function WritingStage({ step, desk, photographs = false }: Props) {
  const t = useTranslations('desk');
  const { view, canEdit, sessions, help, notes, marked, handle, check, attach, words } = desk;
  const { document, starter, understood, tools } = step.given;
  const open = document ? sessions.get(document.id) : undefined;
  const pressed = useRef<string | null>(null);
  const awake = useAwake();
  useEffect(() => {
    if (starter) soonFor(starter);
  }, [starter]);
  const above = attach ? <AlsoAsked asks={view.asks} check={check} attach={attach} /> : null;
  const lang = view.class.locale;
  const meanwhile =
    document && isReadFirst(document.kind) ? (
      <WritingFrame
        title={document.title}
        tools={canEdit}
        above={above}
        press={
          canEdit
            ? (place) => {
                pressed.current = place;
              }
            : undefined
        }
      >
        <WordsFirst
          words={words}
          document={document.id}
          lang={lang}
          opening={
            <p className="soft" role="status">
              {t('opening')}
            </p>
          }
        />
      </WritingFrame>
    ) : null;
  return (
    <Pane label={document?.title ?? step.title}>
      {understood.length > 0 && canEdit ? (
        <p className={classes.understood}>
          {t('understood', { n: understood.length, list: understood.map((text) => `“${text}”`).join(', ') })}
        </p>
      ) : null}
      {open && starter?.kind === 'text' ? <ChangedSince ydoc={open.ydoc} starter={starter.content} /> : null}
      {open && document && (awake || !meanwhile) ? (
        <DocumentEditor
          kind={document.kind}
          session={open}
          title={document.title}
          lang={lang}
          notes={notes}
          tools={tools}
          help={help}
          spelling={view.spelling}
          editable={canEdit && open.state.editable}
          above={above}
          meanwhile={meanwhile}
          pressed={pressed}
          remarks={marked.get(document.id)}
          handle={handle}
          photographs={photographs}
        />
      ) : (
        (meanwhile ?? (
          <div className={classes.paneBody}>
            {document || canEdit ? (
              <p role="status">{t('opening')}</p>
            ) : (
              <>
                <p>{t('was-not-opened')}</p>
                {starter ? <DocumentShown written={starter} lang={lang} /> : null}
              </>
            )}
          </div>
        ))
      )}
    </Pane>
  );
}
