'use client';

import Collaboration from '@tiptap/extension-collaboration';
import { type Editor, EditorContent, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useTranslations } from 'next-intl';
import { useDeferredValue, useEffect, useImperativeHandle, useMemo, useRef } from 'react';
import { TEXT_FIELD } from '@/core/documents/text-document';
import { safeAddress } from '@/core/formats/text-out';
import { countWords } from '@/core/text/counting';
import { Answer, KeepPlaces, type PlaceNote, placeNotes, Question, ShowNotes } from './answer-nodes';
import type { DocumentSession } from './document-session';
import { FindInText } from './find-in-text';
import { Tables } from './tables';
import { Glow, Ink } from './tone-marks';
import { useSessionState } from './use-sessions';
import classes from './writing.module.css';
import { WritingTools } from './writing-tools';

export interface WritingHandle {
  /** Puts the caret into an answer place, or at the start of the document. */
  readonly goTo: (place: string | null) => void;
}

interface Props {
  readonly session: DocumentSession;
  readonly title: string;
  readonly lang: string;
  readonly notes: ReadonlyMap<string, PlaceNote>;
  readonly tools: boolean;
  readonly editable: boolean;
  readonly handle: React.Ref<WritingHandle>;
}

function place(editor: Editor, id: string | null): number | null {
  let found: number | null = null;
  editor.state.doc.forEach((node, offset) => {
    if (found === null && node.type.name === 'answer' && (id === null || node.attrs.id === id)) found = offset + 2;
  });
  return found;
}

function firstEmpty(editor: Editor): string | null {
  let found: string | null = null;
  editor.state.doc.forEach((node) => {
    if (found === null && node.type.name === 'answer' && node.textContent === '') found = String(node.attrs.id);
  });
  return found;
}

/** How many words there are in the text, and in what is selected of it. */
function Counts({ editor, lang }: { editor: Editor; lang: string }) {
  const t = useTranslations('writing');
  const { whole, chosen } = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      const { from, to, empty } = now.state.selection;
      return { whole: typedIn(now), chosen: empty ? '' : now.state.doc.textBetween(from, to, '\n', ' ') };
    },
  });
  const later = useDeferredValue(whole);
  const words = useMemo(() => countWords(later, lang), [later, lang]);
  const picked = useMemo(() => (chosen === '' ? 0 : countWords(chosen, lang)), [chosen, lang]);
  return chosen === '' ? t('words', { n: words }) : t('words-of', { n: picked, of: words });
}

/** What has been typed, a line a block: the questions are the teacher's words and are not counted. */
const typedIn = (editor: Editor): string => editor.state.doc.textBetween(0, editor.state.doc.content.size, '\n', ' ');

/** The student's own document, typed into at once. */
export function Writing({ session, title, lang, notes, tools, editable, handle }: Props) {
  const t = useTranslations('writing');
  const { ready } = useSessionState(session);
  const editor = useEditor(
    {
      immediatelyRender: false,
      editable: false,
      extensions: [
        StarterKit.configure({
          undoRedo: false,
          code: false,
          codeBlock: false,
          horizontalRule: false,
          link: {
            openOnClick: false,
            autolink: false,
            linkOnPaste: false,
            isAllowedUri: (href) => safeAddress(href) !== null,
            HTMLAttributes: { target: null, rel: 'noopener noreferrer' },
          },
          strike: false,
          trailingNode: false,
          heading: { levels: [2, 3] },
        }),
        Collaboration.configure({ document: session.ydoc, field: TEXT_FIELD }),
        Ink,
        Glow,
        Tables,
        FindInText,
        Question,
        Answer,
        KeepPlaces,
        ShowNotes,
      ],
      editorProps: {
        attributes: {
          class: classes.text ?? '',
          role: 'textbox',
          'aria-multiline': 'true',
          'aria-label': title,
          lang,
          dir: 'auto',
        },
      },
    },
    [session],
  );

  const canType = ready && editable;
  const begun = useRef(false);
  useEffect(() => {
    if (!editor) return;
    editor.setEditable(canType, false);
    if (!canType || begun.current) return;
    // The text may come a moment after the permission to type: the caret waits for it.
    const begin = () => {
      const at = place(editor, firstEmpty(editor));
      if (begun.current || at === null) return;
      begun.current = true;
      editor.commands.focus(at, { scrollIntoView: false });
    };
    begin();
    editor.on('update', begin);
    return () => {
      editor.off('update', begin);
    };
  }, [editor, canType]);

  useEffect(() => {
    if (editor && !editor.isDestroyed) editor.view.dispatch(editor.state.tr.setMeta(placeNotes, notes));
  }, [editor, notes]);

  useImperativeHandle(
    handle,
    () => ({
      goTo: (id) => {
        if (!editor) return;
        const at = place(editor, id);
        editor.commands.focus(at ?? 'start', { scrollIntoView: true });
      },
    }),
    [editor],
  );

  return (
    <>
      <header className={classes.head}>
        <strong>
          <bdi>{title}</bdi>
        </strong>
        {ready && !canType ? <span>{t('read-only')}</span> : null}
      </header>
      {editor && canType && tools ? (
        <WritingTools
          editor={editor}
          counts={<Counts editor={editor} lang={lang} />}
          download={`/api/documents/${session.id}/export`}
        />
      ) : null}
      <div className={classes.page} data-read-only={!canType || undefined}>
        {ready ? null : (
          <p className="soft" role="status">
            {t('opening')}
          </p>
        )}
        <EditorContent editor={editor} hidden={!ready} />
      </div>
    </>
  );
}
