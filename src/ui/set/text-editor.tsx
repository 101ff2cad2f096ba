'use client';

import {
  IconBold,
  IconHeading,
  IconItalic,
  IconList,
  IconListNumbers,
  IconMessageQuestion,
  IconPhotoPlus,
  IconTable,
} from '@tabler/icons-react';
import { type AnyExtension, Node } from '@tiptap/core';
import Collaboration from '@tiptap/extension-collaboration';
import {
  type Editor,
  EditorContent,
  NodeViewContent,
  NodeViewWrapper,
  type ReactNodeViewProps,
  ReactNodeViewRenderer,
  useEditor,
} from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { createContext, type KeyboardEvent, type ReactNode, use, useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
import { schemaOf } from '@/core/text/nodes';
import { newAct } from '@/ui/common/act';
import { keyOr } from '@/ui/common/key-or';
import { CleanedPaste } from '@/ui/desk/cleaned-paste';
import { usePictureInput } from '@/ui/desk/picture-input';
import { Pictures } from '@/ui/desk/pictures';
import { RoomBelow } from '@/ui/desk/room-below';
import { TEXT_NODES } from '@/ui/desk/text-nodes';
import { byArrows, type Tool, ToolButton } from '@/ui/desk/tool-row';
import { WithinLimits } from '@/ui/desk/within-limits';
import '@/ui/desk/things-in-text.css';
import writing from '@/ui/desk/writing.module.css';
import classes from './in-place.module.css';
import { Numbers } from './question-numbers';
import { useTyped } from './use-typed';

/** What stands in a place to answer while work is set: what is asked there, by the id of the place. */
const InPlace = createContext<(id: string) => ReactNode>(() => null);

/** A question as its teacher writes it: its number, and a line. */
function QuestionLine({ node, updateAttributes, editor, getPos }: ReactNodeViewProps) {
  const t = useTranslations('set');
  const number = Number(node.attrs.number ?? 1);
  const [text, setText] = useTyped(String(node.attrs.text));
  const change = (next: string) => {
    setText(next);
    updateAttributes({ text: next });
  };
  /** Enter goes on to the next question, which is added where this is the last. */
  const onEnter = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || event.nativeEvent.isComposing) return;
    event.preventDefault();
    const all = lines(editor);
    const next = all[all.indexOf(event.currentTarget as HTMLInputElement) + 1];
    if (next) next.focus();
    else addQuestion(editor);
  };
  /** No question after all: its words become a line, and the place below it goes. */
  const toLine = () => {
    const at = getPos();
    if (at === undefined) return;
    const place = editor.state.doc.nodeAt(at + node.nodeSize);
    const size = node.nodeSize + (place?.type.name === 'answer' ? place.nodeSize : 0);
    const line = { type: 'paragraph', ...(text === '' ? {} : { content: [{ type: 'text', text }] }) };
    editor
      .chain()
      .insertContentAt({ from: at, to: at + size }, line)
      .run();
  };
  return (
    <NodeViewWrapper className={classes.question} contentEditable={false}>
      <b className="num">{number}</b>
      <input
        value={text}
        readOnly={!editor.isEditable}
        aria-label={t('question-n', { n: number })}
        placeholder={t('write-question', { n: number })}
        maxLength={2000}
        dir="auto"
        data-question
        onKeyDown={onEnter}
        onChange={({ currentTarget: { value } }) => change(value)}
      />
      {editor.isEditable ? (
        <button type="button" className="quiet" onClick={toLine}>
          {t('no-question')}
        </button>
      ) : null}
    </NodeViewWrapper>
  );
}

/** The place in which a question is answered, with what is asked there. What stands in it, students begin with. */
function AnswerPlace({ node }: ReactNodeViewProps) {
  const inside = use(InPlace);
  return (
    <NodeViewWrapper className={classes.place}>
      <NodeViewContent />
      <div contentEditable={false}>{inside(String(node.attrs.id))}</div>
    </NodeViewWrapper>
  );
}

const SetQuestion = Node.create({
  ...schemaOf('question'),
  atom: true,
  selectable: true,
  parseHTML: () => [],
  renderHTML: ({ node }) => ['div', {}, String(node.attrs.text)],
  addNodeView: () => ReactNodeViewRenderer(QuestionLine, { stopEvent: () => true }),
});
const SetAnswer = Node.create({
  ...schemaOf('answer'),
  isolating: true,
  defining: true,
  parseHTML: () => [],
  renderHTML: () => ['div', {}, 0],
  addNodeView: () =>
    ReactNodeViewRenderer(AnswerPlace, {
      stopEvent: ({ event }) => (event.target as HTMLElement | null)?.closest('[contenteditable="false"]') != null,
    }),
});

const WITHOUT_PLACES = TEXT_NODES.filter(({ name }) => name !== 'question' && name !== 'answer');

function Tools({ editor, places, refused }: { editor: Editor; places: boolean; refused: (code: string) => void }) {
  const t = useTranslations('set');
  const words = useTranslations('writing');
  const picture = usePictureInput(editor, words('picture'), refused);
  const chain = () => editor.chain().focus();
  const tools: readonly Tool[] = [
    { key: 'bold', word: words('bold'), Icon: IconBold, run: () => chain().toggleBold().run() },
    { key: 'italic', word: words('italic'), Icon: IconItalic, run: () => chain().toggleItalic().run() },
    {
      key: 'heading',
      word: words('block-heading'),
      Icon: IconHeading,
      run: () => chain().toggleHeading({ level: 2 }).run(),
    },
    { key: 'bullets', word: words('bullets'), Icon: IconList, run: () => chain().toggleBulletList().run() },
    { key: 'numbers', word: words('numbers'), Icon: IconListNumbers, run: () => chain().toggleOrderedList().run() },
    { key: 'table', word: words('table'), Icon: IconTable, run: () => chain().insertTable(3, 3).run() },
    { key: 'picture', word: words('picture'), Icon: IconPhotoPlus, run: picture.open },
    ...(places
      ? [{ key: 'question', word: t('add-question'), Icon: IconMessageQuestion, run: () => addQuestion(editor) }]
      : []),
  ];
  return (
    <div className={classes.tools} role="toolbar" aria-label={words('tools')} data-tools onKeyDown={byArrows}>
      {tools.map((tool, i) => (
        <ToolButton key={tool.key} tool={tool} first={i === 0} />
      ))}
      {picture.field}
    </div>
  );
}

/** The fields in which questions are written, in their order. */
const lines = (editor: Editor): HTMLInputElement[] => [
  ...editor.view.dom.querySelectorAll<HTMLInputElement>('input[data-question]'),
];

/** Adds a question with its place to answer, behind everything that is there, and goes to it. */
export function addQuestion(editor: Editor): void {
  const { doc } = editor.state;
  const last = doc.lastChild;
  const isBare = last?.type.name === 'paragraph' && last.content.size === 0;
  const from = isBare ? doc.content.size - last.nodeSize : doc.content.size;
  editor.commands.insertContentAt({ from, to: doc.content.size }, [
    { type: 'question', attrs: { number: 1, text: '' } },
    { type: 'answer', attrs: { id: newAct() }, content: [{ type: 'paragraph' }] },
  ]);
  // Its field is there once it has been drawn.
  setTimeout(() => lines(editor).at(-1)?.focus(), 60);
}

interface Props {
  /** The tree of the draft in which it is written. */
  readonly fragment: Y.XmlFragment;
  readonly label: string;
  readonly lang: string;
  readonly editable: boolean;
  /** The caret goes into it as soon as it is there. */
  readonly begins?: boolean;
  /** What stands in each place to answer; there are none in this text where it is not given. */
  readonly inPlace?: (id: string) => ReactNode;
  /** Stands in the head of the text. */
  readonly head?: (editor: Editor) => ReactNode;
}

/** A text of a draft, written in place, by several at once. */
export function TextEditor({ fragment, label, lang, editable, begins = false, inPlace, head }: Props) {
  const t = useTranslations('set');
  const words = useTranslations('writing');
  const [problem, setProblem] = useState<string | null>(null);
  const places = inPlace !== undefined;
  // Words come anew with each look at the server; an editor that did would lose the caret, and what is typed meanwhile.
  const [alt] = useState(() => words('picture-alt'));
  const extensions = useMemo<AnyExtension[]>(
    () => [
      ...(WITHOUT_PLACES as AnyExtension[]),
      ...(places ? [SetQuestion, SetAnswer, Numbers] : []),
      Collaboration.configure({ fragment }),
      RoomBelow,
      Pictures.configure({ words: { alt }, refused: setProblem }),
      CleanedPaste,
      WithinLimits,
    ],
    [fragment, places, alt],
  );
  const editor = useEditor(
    {
      immediatelyRender: false,
      autofocus: begins ? 'start' : false,
      editable,
      extensions,
      editorProps: {
        attributes: {
          class: writing.text ?? '',
          role: 'textbox',
          'aria-multiline': 'true',
          'aria-label': label,
          lang,
          dir: 'auto',
        },
      },
    },
    [extensions],
  );
  useEffect(() => {
    editor?.setEditable(editable, false);
  }, [editor, editable]);
  if (!editor) return null;
  return (
    <InPlace value={inPlace ?? (() => null)}>
      {head?.(editor)}
      {editable ? <Tools editor={editor} places={places} refused={setProblem} /> : null}
      {problem ? (
        <p role="alert" className={classes.problem}>
          {words(keyOr(words.has, `problem.${problem}`, 'problem.broke'))}
        </p>
      ) : null}
      <EditorContent editor={editor} />
      {places && editable ? (
        <button type="button" className="quiet" onClick={() => addQuestion(editor)}>
          {t('add-question')}
        </button>
      ) : null}
    </InPlace>
  );
}
