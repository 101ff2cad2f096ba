'use client';

import {
  IconBold,
  IconItalic,
  IconLink,
  IconList,
  IconListNumbers,
  IconMathFunction,
  IconPhotoPlus,
} from '@tabler/icons-react';
import { type AnyExtension, Extension, type JSONContent } from '@tiptap/core';
import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useTranslations } from 'next-intl';
import { type KeyboardEvent, useEffect, useMemo, useState } from 'react';
import { safeAddress } from '@/core/formats/safe-address';
import { asBody } from '@/core/talk/body';
import type { Doc } from '@/core/text/nodes';
import { keyOr } from '@/ui/common/key-or';
import { CleanedPaste } from '@/ui/desk/cleaned-paste';
import { Formulas } from '@/ui/desk/formulas';
import { usePictureInput } from '@/ui/desk/picture-input';
import { Pictures } from '@/ui/desk/pictures';
import { byArrows, type Tool, ToolButton } from '@/ui/desk/tool-row';
import { WithinLimits } from '@/ui/desk/within-limits';
import '@/ui/desk/things-in-text.css';
import { Soundings } from './soundings';
import classes from './talk.module.css';

/** What a post can be made of. */
const POST_NODES: readonly AnyExtension[] = [
  StarterKit.configure({
    code: false,
    codeBlock: false,
    heading: false,
    horizontalRule: false,
    strike: false,
    trailingNode: false,
    link: {
      openOnClick: false,
      autolink: true,
      linkOnPaste: true,
      defaultProtocol: 'https',
      isAllowedUri: (href) => safeAddress(href) !== null,
      HTMLAttributes: { target: null, rel: 'noopener noreferrer' },
    },
  }),
  Formulas,
  CleanedPaste.configure({ made: (content) => asBody({ type: 'doc', content }).content ?? [] }),
  WithinLimits,
  Soundings,
];

/** A line in which an address or a formula is typed before it goes into the text. */
function Asked({
  word,
  label,
  put,
  close,
}: {
  word: string;
  label: string;
  put: (said: string) => void;
  close: () => void;
}) {
  const [said, setSaid] = useState('');
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'Escape') close();
    if (event.key !== 'Enter') return;
    event.preventDefault();
    put(said);
  };
  return (
    <p className={classes.asked}>
      <input
        className="field"
        aria-label={label}
        placeholder={label}
        value={said}
        maxLength={2000}
        dir="ltr"
        // biome-ignore lint/a11y/noAutofocus: it was just opened to be typed into
        autoFocus
        onChange={({ currentTarget: { value } }) => setSaid(value)}
        onKeyDown={onKey}
      />
      <button type="button" className="quiet" onClick={() => put(said)}>
        {word}
      </button>
    </p>
  );
}

function Tools({ editor, refused }: { editor: Editor; refused: (code: string | null) => void }) {
  const t = useTranslations('talk');
  const [asked, setAsked] = useState<'link' | 'formula' | null>(null);
  const picture = usePictureInput(editor, t('picture'), refused);
  const chain = () => editor.chain().focus();
  const close = () => {
    setAsked(null);
    editor.commands.focus();
  };
  const put = (said: string) => {
    if (asked === 'formula') chain().setFormula(said).run();
    else {
      const href = safeAddress(/^[a-z]+:/i.test(said) ? said : `https://${said}`);
      if (href === null) {
        refused('bad-link');
        return;
      }
      if (editor.state.selection.empty)
        chain()
          .insertContent({ type: 'text', text: said, marks: [{ type: 'link', attrs: { href } }] })
          .run();
      else chain().setLink({ href }).run();
    }
    refused(null);
    setAsked(null);
  };
  const tools: readonly Tool[] = [
    { key: 'bold', word: t('bold'), Icon: IconBold, run: () => chain().toggleBold().run() },
    { key: 'italic', word: t('italic'), Icon: IconItalic, run: () => chain().toggleItalic().run() },
    { key: 'bullets', word: t('bullets'), Icon: IconList, run: () => chain().toggleBulletList().run() },
    { key: 'numbers', word: t('numbers'), Icon: IconListNumbers, run: () => chain().toggleOrderedList().run() },
    {
      key: 'link',
      word: t('link'),
      Icon: IconLink,
      expanded: asked === 'link',
      run: () => setAsked(asked === 'link' ? null : 'link'),
    },
    {
      key: 'formula',
      word: t('formula'),
      Icon: IconMathFunction,
      expanded: asked === 'formula',
      run: () => setAsked(asked === 'formula' ? null : 'formula'),
    },
    { key: 'picture', word: t('picture'), Icon: IconPhotoPlus, run: picture.open },
  ];
  return (
    <>
      <div className={classes.tools} role="toolbar" aria-label={t('tools')} onKeyDown={byArrows}>
        {tools.map((tool, i) => (
          <ToolButton key={tool.key} tool={tool} first={i === 0} />
        ))}
        {picture.field}
      </div>
      {asked ? <Asked key={asked} label={t(`${asked}-says`)} word={t('put-in')} put={put} close={close} /> : null}
    </>
  );
}

interface Props {
  readonly label: string;
  readonly first: Doc | null;
  readonly begins?: boolean;
  readonly changed: (body: Doc, editor: Editor) => void;
  /** Control or Command with Enter. */
  readonly send: () => void;
  readonly ready?: (editor: Editor) => void;
}

/** Where a post is typed: the small text, with its tools below. */
export function PostEditor({ label, first, begins = false, changed, send, ready }: Props) {
  const t = useTranslations('talk');
  const [problem, setProblem] = useState<string | null>(null);
  const [filled, setFilled] = useState(false);
  const [alt] = useState(() => t('picture-alt'));
  const extensions = useMemo<AnyExtension[]>(
    () => [
      ...POST_NODES,
      Pictures.configure({ words: { alt }, refused: setProblem }),
      Extension.create({
        name: 'sending',
        addKeyboardShortcuts: () => ({
          'Mod-Enter': ({ editor }) => {
            editor.view.dom.dispatchEvent(new CustomEvent('send', { bubbles: true }));
            return true;
          },
        }),
      }),
    ],
    [alt],
  );
  const editor = useEditor({
    immediatelyRender: false,
    autofocus: begins ? 'end' : false,
    extensions,
    content: first === null ? '' : (first as JSONContent),
    editorProps: {
      attributes: {
        class: classes.field ?? '',
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': label,
        dir: 'auto',
      },
    },
    onUpdate: ({ editor: now }) => {
      setFilled(!now.isEmpty);
      changed(now.getJSON() as Doc, now);
    },
    onCreate: ({ editor: now }) => setFilled(!now.isEmpty),
  });
  useEffect(() => {
    if (editor) ready?.(editor);
  }, [editor, ready]);
  useEffect(() => {
    if (!editor) return;
    const { dom } = editor.view;
    dom.addEventListener('send', send);
    return () => dom.removeEventListener('send', send);
  }, [editor, send]);
  if (!editor) return null;
  return (
    <div className={classes.editor} data-filled={filled || undefined}>
      <EditorContent editor={editor} />
      <Tools editor={editor} refused={setProblem} />
      {problem ? (
        <p role="alert" className={classes.problem}>
          {t(keyOr(t.has, `problem.${problem}`, 'problem.broke'))}
        </p>
      ) : null}
    </div>
  );
}
