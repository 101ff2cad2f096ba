'use client';

import type { EditorState } from '@tiptap/pm/state';
import { type Editor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { placeNotes } from './answer-nodes';
import type { SessionState } from './document-session';
import { SafetyShort } from './safety-short';
import classes from './writing.module.css';

/** The answer in which the caret is: which of how many it is, and what the ready check says of it. */
function answerAt({ doc, selection }: EditorState): {
  readonly number: number;
  readonly of: number;
  readonly id: string;
} {
  let of = 0;
  let number = 0;
  let id = '';
  doc.forEach((node, offset) => {
    if (node.type.name !== 'answer') return;
    of += 1;
    if (selection.from <= offset || selection.from >= offset + node.nodeSize) return;
    number = of;
    id = String(node.attrs.id);
  });
  return { number, of, id };
}

/** All that there is room for above what is typed while a keyboard covers half of a phone. */
export function TypingLine({ editor, state }: { editor: Editor; state: SessionState }) {
  const t = useTranslations('writing');
  const { number, of, note } = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      const at = answerAt(now.state);
      return { ...at, note: placeNotes.getState(now.state)?.get(at.id)?.words ?? '' };
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
