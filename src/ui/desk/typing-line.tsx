'use client';

import { type Editor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { answersIn, placeNotes } from './answer-nodes';
import type { SessionState } from './document-session';
import { SafetyShort } from './safety-short';
import classes from './writing.module.css';

/** All that there is room for above what is typed while a keyboard covers half of a phone. */
export function TypingLine({ editor, state }: { editor: Editor; state: SessionState }) {
  const t = useTranslations('writing');
  const { number, of, note } = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      const { places, at } = answersIn(now.state);
      const note = placeNotes.getState(now.state)?.get(places[at]?.id ?? '')?.words ?? '';
      return { number: at + 1, of: places.length, note };
    },
  });
  return (
    <p className={classes.typing}>
      {number > 0 ? <strong>{t('question-at', { number, of })}</strong> : null}
      <span className={classes.note}>{note}</span>
      <SafetyShort state={state} />
    </p>
  );
}
