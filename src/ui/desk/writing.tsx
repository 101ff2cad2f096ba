'use client';

import Collaboration from '@tiptap/extension-collaboration';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { type Editor, EditorContent, useEditor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useImperativeHandle, useMemo, useRef, useState } from 'react';
import { TEXT_FIELD } from '@/core/documents/text-document';
import { addressOf } from '@/core/places';
import { countWords } from '@/core/text/counting';
import { post } from '@/ui/common/client-request';
import { drawOver, readFirst } from '@/ui/common/draw-over';
import { ProblemLine } from '@/ui/common/problem-line';
import { useRefresh } from '@/ui/common/use-refresh';
import type { EditorProps } from '@/ui/kinds/document/kind';
import { goToRemark, type MarkedRemark, RemarkMarks, remarkMarks } from '@/ui/remarks/remark-marks';
import { isEmptyAnswer, KeepPlaces, placeNotes, ShowNotes, TabBetween, ToNextEmpty } from './answer-nodes';
import { CleanedPaste } from './cleaned-paste';
import { FindInText } from './find-in-text';
import { Pictures } from './pictures';
import { RoomBelow } from './room-below';
import { SpellingMarks, spellWith } from './spelling-marks';
import { TEXT_NODES } from './text-nodes';
import { Download } from './tool-buttons';
import { TypingLine } from './typing-line';
import { onPhone } from './use-seen';
import { useSessionState } from './use-sessions';
import { WithinLimits } from './within-limits';
import './things-in-text.css';
import classes from './writing.module.css';
import { WritingFrame } from './writing-frame';
import type { SpellingSettings } from './writing-help';
import { type Panel, WritingTools } from './writing-tools';

/** The same for every document without remarks, so that nothing is drawn anew for it. */
const NO_REMARKS: readonly MarkedRemark[] = [];

export function place(editor: Editor, id: string | null): number | null {
  let found: number | null = null;
  editor.state.doc.forEach((node, offset) => {
    if (found === null && node.type.name === 'answer' && (id === null || node.attrs.id === id)) found = offset + 2;
  });
  return found;
}

function firstEmpty(editor: Editor): string | null {
  let found: string | null = null;
  editor.state.doc.forEach((node) => {
    if (found === null && node.type.name === 'answer' && isEmptyAnswer(node)) found = String(node.attrs.id);
  });
  return found;
}

/** How many words each paragraph has. One that was not changed is the same node, and is not counted again. */
const counted = new WeakMap<ProseMirrorNode, { readonly lang: string; readonly words: number }>();

/** The words of a document, paragraph by paragraph: the questions are the teacher's words and are not counted. */
function wordsIn(doc: ProseMirrorNode, lang: string): number {
  let words = 0;
  doc.descendants((node) => {
    if (!node.isTextblock) return true;
    let known = counted.get(node);
    if (known?.lang !== lang) {
      known = { lang, words: countWords(node.textBetween(0, node.content.size, '\n', ' '), lang) };
      counted.set(node, known);
    }
    words += known.words;
    return false;
  });
  return words;
}

/** How many words there are in the text, and in what is selected of it. */
function Counts({ editor, lang }: { editor: Editor; lang: string }) {
  const t = useTranslations('writing');
  const { words, chosen } = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      const { from, to, empty } = now.state.selection;
      return {
        words: wordsIn(now.state.doc, lang),
        chosen: empty ? '' : now.state.doc.textBetween(from, to, '\n', ' '),
      };
    },
  });
  const picked = useMemo(() => (chosen === '' ? 0 : countWords(chosen, lang)), [chosen, lang]);
  return chosen === '' ? t('words', { n: words }) : t('words-of', { n: picked, of: words });
}

/** The student's own document, typed into at once. */
export function Writing({
  session,
  title,
  lang,
  notes,
  tools,
  help,
  spelling,
  editable,
  remarks = NO_REMARKS,
  handle,
  above,
  meanwhile,
  pressed,
}: EditorProps) {
  const t = useTranslations('writing');
  const [problem, setProblem] = useState<string | null>(null);
  const [panel, setPanel] = useState<Panel | null>(null);
  const [variety, setVariety] = useState(spelling.variety);
  const refresh = useRefresh();
  const chooseVariety = (next: SpellingSettings['variety']) => {
    setVariety(next);
    void post('/api/spelling', { spelling: next }).then(refresh);
  };
  const state = useSessionState(session);
  const { ready } = state;
  const editor = useEditor(
    {
      immediatelyRender: false,
      editable: false,
      extensions: [
        ...TEXT_NODES,
        Collaboration.configure({ document: session.ydoc, field: TEXT_FIELD }),
        FindInText,
        KeepPlaces.configure({ refused: setProblem }),
        ShowNotes,
        ToNextEmpty,
        TabBetween,
        RoomBelow,
        Pictures.configure({ words: { alt: t('picture-alt') }, refused: setProblem }),
        CleanedPaste,
        WithinLimits,
        SpellingMarks,
        RemarkMarks,
      ],
      editorProps: {
        attributes: {
          class: classes.text ?? '',
          role: 'textbox',
          'aria-multiline': 'true',
          'aria-label': title,
          lang,
          dir: 'auto',
          // The school's own spelling marks words; two would not agree.
          spellcheck: 'false',
        },
        handleClick: (_view, _at, event) => {
          if (!(event.target instanceof Element) || !event.target.closest('.misspelt')) return false;
          setPanel('spelling');
          return false;
        },
      },
    },
    [session],
  );

  const canType = ready && editable;
  /** Where the caret is to go as soon as that is there: where it was asked to, or else to the first empty answer. */
  const wanted = useRef<{ readonly id: string | null } | 'begin' | null>('begin');
  const arrive = useCallback(() => {
    const to = wanted.current;
    if (!editor || editor.isDestroyed || to === null || !ready || (to === 'begin' && !canType)) return;
    const first = to === 'begin' ? (pressed?.current ?? null) : null;
    const at = place(editor, to === 'begin' ? first || firstEmpty(editor) : to.id);
    if (at === null && (to === 'begin' ? first === null : to.id !== null)) return;
    // What may not be typed into yet may be in a moment: the caret is put there again.
    if (canType) wanted.current = null;
    // Without being asked for, the caret would bring up the keyboard of a phone over what is to be read first.
    if (to !== 'begin' || first !== null || !onPhone())
      editor.commands.focus(at ?? (first === null ? 'start' : 'end'), { scrollIntoView: to !== 'begin' });
  }, [editor, ready, canType, pressed]);
  useEffect(() => {
    if (!editor) return;
    editor.setEditable(canType, false);
    // The text may come a moment after the permission to type, and after its place was asked for.
    arrive();
    editor.on('update', arrive);
    return () => {
      editor.off('update', arrive);
    };
  }, [editor, canType, arrive]);
  // Once something is written, what was said of it is done with.
  useEffect(() => {
    const written = () => setProblem((now) => (now === 'several-answers' ? null : now));
    editor?.on('update', written);
    return () => {
      editor?.off('update', written);
    };
  }, [editor]);

  useEffect(
    () => (editor ? session.beforeOthers(() => !editor.isDestroyed && readFirst(editor.view)) : undefined),
    [editor, session],
  );
  useEffect(() => {
    if (editor && !editor.isDestroyed) spellWith(editor.view, help);
  }, [editor, help]);
  useEffect(() => {
    if (editor && !editor.isDestroyed) drawOver(editor.view, (transaction) => transaction.setMeta(placeNotes, notes));
  }, [editor, notes]);

  /** The remarks whose words are marked in the text by now. */
  const [marked, setMarked] = useState<readonly MarkedRemark[] | null>(null);
  useEffect(() => {
    if (!editor || editor.isDestroyed || !ready) return;
    drawOver(editor.view, (transaction) => transaction.setMeta(remarkMarks, { remarks, lang }));
    setMarked(remarks);
  }, [editor, remarks, lang, ready]);

  useImperativeHandle(
    handle,
    () => ({
      goTo: (id) => {
        if (!editor) return false;
        wanted.current = { id };
        arrive();
        return true;
      },
      goToRemark: (id) => editor !== null && marked !== null && goToRemark(editor, id),
    }),
    // Whoever waits to go to a remark is given the handle anew when its words are marked.
    [editor, marked, arrive],
  );

  // Without its editor there is neither text nor tools: until both are there, what stands meanwhile stands.
  const there = ready && editor !== null;
  return (
    <>
      {there
        ? null
        : (meanwhile ?? (
            <WritingFrame title={title} tools={false}>
              <p className="soft" role="status">
                {t('opening')}
              </p>
            </WritingFrame>
          ))}
      <header className={classes.head} hidden={!there}>
        <strong>
          <bdi>{title}</bdi>
        </strong>
        {ready && !canType ? <span>{t('read-only')}</span> : null}
        {editor && canType && tools === 'all' ? (
          <div className={classes.beside}>
            <span className={classes.counts}>
              <Counts editor={editor} lang={lang} />
            </span>
            <Download
              address={`/api/documents/${session.id}/export`}
              editor={editor}
              refused={setProblem}
              print={addressOf({ at: 'print', document: session.id })}
            />
          </div>
        ) : null}
      </header>
      {editor && canType ? (
        <>
          <TypingLine editor={editor} state={state} />
          <WritingTools
            editor={editor}
            plain={tools === 'words'}
            help={help}
            settings={{ ...spelling, variety }}
            choose={chooseVariety}
            document={session.id}
            refused={setProblem}
            panel={panel}
            setPanel={setPanel}
          />
        </>
      ) : null}
      <ProblemLine of="writing" problem={problem} putAway={() => setProblem(null)} className={classes.problem} />
      <div className={classes.page} data-text data-read-only={!canType || undefined} hidden={!there}>
        {above}
        <EditorContent editor={editor} />
      </div>
    </>
  );
}
