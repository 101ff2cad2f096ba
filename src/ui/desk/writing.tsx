'use client';

import { IconBold, IconItalic, IconList, IconListNumbers, IconUnderline } from '@tabler/icons-react';
import Collaboration from '@tiptap/extension-collaboration';
import { type Editor, EditorContent, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useTranslations } from 'next-intl';
import { useEffect, useImperativeHandle, useRef } from 'react';
import { TEXT_FIELD } from '@/core/documents/text-document';
import { Answer, KeepPlaces, type PlaceNote, placeNotes, Question, ShowNotes } from './answer-nodes';
import type { DocumentSession } from './document-session';
import { useSessionState } from './use-sessions';
import classes from './writing.module.css';

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

function Tools({ editor }: { editor: Editor }) {
  const t = useTranslations('writing');
  const on = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      underline: now.isActive('underline'),
      bullets: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
    }),
  });
  const tools = [
    { key: 'bold', Icon: IconBold, run: () => editor.chain().focus().toggleBold().run() },
    { key: 'italic', Icon: IconItalic, run: () => editor.chain().focus().toggleItalic().run() },
    { key: 'underline', Icon: IconUnderline, run: () => editor.chain().focus().toggleUnderline().run() },
    { key: 'bullets', Icon: IconList, run: () => editor.chain().focus().toggleBulletList().run() },
    { key: 'numbers', Icon: IconListNumbers, run: () => editor.chain().focus().toggleOrderedList().run() },
  ] as const;
  return (
    <div className={classes.tools} role="toolbar" aria-label={t('tools')}>
      {tools.map(({ key, Icon, run }) => (
        <button key={key} type="button" aria-pressed={on[key]} aria-label={t(key)} title={t(key)} onClick={run}>
          <Icon size={18} stroke={1.8} />
        </button>
      ))}
    </div>
  );
}

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
          link: false,
          strike: false,
          trailingNode: false,
          heading: { levels: [2, 3] },
        }),
        Collaboration.configure({ document: session.ydoc, field: TEXT_FIELD }),
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
        {editor && canType && tools ? <Tools editor={editor} /> : null}
        {ready && !canType ? <span>{t('read-only')}</span> : null}
      </header>
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
