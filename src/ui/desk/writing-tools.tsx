'use client';

import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconBlockquote,
  IconBold,
  IconDots,
  IconHighlight,
  IconHistory,
  IconItalic,
  IconLetterA,
  IconLink,
  IconList,
  IconListNumbers,
  IconMathFunction,
  IconPhotoPlus,
  IconSearch,
  IconTable,
  IconTextSpellcheck,
  IconUnderline,
  IconVocabulary,
} from '@tabler/icons-react';
import { type Content, type Editor, useEditorState } from '@tiptap/react';
import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useRef } from 'react';
import { GLOWS, INKS } from '@/core/text/tones';
import { untilThere } from '@/ui/common/until-there';
import { seek } from './find-in-text';
import { usePictureInput } from './picture-input';
import { ToolLine } from './tool-line';
import { FindLine, LinkLine, Palette, TableLine } from './tool-lines';
import { byArrows, type Tool, ToolButton } from './tool-row';
import { useFitting, useFreeEdge } from './use-room';
import { VersionsLine } from './versions-line';
import { MeaningLine, SpellingLine } from './word-lines';
import classes from './writing.module.css';
import type { SpellingSettings, WritingHelp } from './writing-help';

/** It comes with the typesetter, when it is taken. */
const FormulaLine = dynamic(() => untilThere(() => import('./formula-line')).then((loaded) => loaded.FormulaLine), {
  ssr: false,
});

export type Panel =
  | 'ink'
  | 'glow'
  | 'link'
  | 'table'
  | 'find'
  | 'spelling'
  | 'meaning'
  | 'formula'
  | 'versions'
  | 'more';

const BLOCKS = ['text', 'heading', 'small-heading'] as const;

/** What the toolbar has to know of the editor: only a change of these draws it again. */
function useStanding(editor: Editor) {
  return useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      bold: now.isActive('bold'),
      italic: now.isActive('italic'),
      underline: now.isActive('underline'),
      bullets: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
      quote: now.isActive('blockquote'),
      link: now.isActive('link'),
      table: now.isActive('table'),
      formula: now.isActive('formula'),
      ink: String(now.getAttributes('ink').tone ?? ''),
      glow: String(now.getAttributes('glow').tone ?? ''),
      block: now.isActive('heading', { level: 2 })
        ? 'heading'
        : now.isActive('heading', { level: 3 })
          ? 'small-heading'
          : 'text',
      undo: now.can().undo(),
      redo: now.can().redo(),
    }),
  });
}

interface Props {
  readonly editor: Editor;
  /** Only what helps with words: for a short answer. */
  readonly plain: boolean;
  readonly help: WritingHelp | null;
  readonly settings: SpellingSettings;
  readonly choose: (variety: SpellingSettings['variety']) => void;
  readonly document: string;
  readonly refused: (code: string) => void;
  readonly panel: Panel | null;
  readonly setPanel: (panel: Panel | null) => void;
}

/**
 * The tools of a text in one row, those that are used most first: what has no room is in the last of them, with its
 * words. What a tool opens floats over the text, at the edge at which one does not write; the text stays where it is.
 */
export function WritingTools({
  editor,
  plain: isPlain,
  help,
  settings,
  choose,
  document,
  refused,
  panel,
  setPanel,
}: Props) {
  const t = useTranslations('writing');
  const on = useStanding(editor);
  const chain = () => editor.chain().focus();
  const picture = usePictureInput(editor, t('picture'), refused);
  const close = () => {
    setPanel(null);
    seek(editor, '');
    editor.commands.focus();
  };
  const opens = (name: Panel, Icon: Tool['Icon'], active = false): Tool => ({
    key: name,
    word: t(name),
    Icon,
    active,
    expanded: panel === name,
    run: () => {
      if (panel === 'find') seek(editor, '');
      setPanel(panel === name ? null : name);
    },
  });
  const does = (key: 'bold' | 'italic' | 'underline' | 'bullets' | 'numbers' | 'quote', Icon: Tool['Icon']) => ({
    key,
    word: t(key),
    Icon,
    pressed: on[key],
  });
  const words = [
    ...(help ? [opens('spelling', IconTextSpellcheck)] : []),
    opens('meaning', IconVocabulary),
  ] satisfies readonly Tool[];
  const undo: Tool = {
    key: 'undo',
    word: t('undo'),
    Icon: IconArrowBackUp,
    disabled: !on.undo,
    run: () => chain().undo().run(),
  };
  const redo: Tool = {
    key: 'redo',
    word: t('redo'),
    Icon: IconArrowForwardUp,
    disabled: !on.redo,
    run: () => chain().redo().run(),
  };
  const all: readonly Tool[] = isPlain
    ? [...words, undo, redo]
    : [
        { ...does('bold', IconBold), run: () => chain().toggleBold().run() },
        { ...does('italic', IconItalic), run: () => chain().toggleItalic().run() },
        { ...does('underline', IconUnderline), run: () => chain().toggleUnderline().run() },
        { ...does('bullets', IconList), run: () => chain().toggleBulletList().run() },
        { ...does('numbers', IconListNumbers), run: () => chain().toggleOrderedList().run() },
        ...words,
        { key: 'picture', word: t('picture'), Icon: IconPhotoPlus, run: picture.open },
        undo,
        redo,
        opens('ink', IconLetterA, on.ink !== ''),
        opens('glow', IconHighlight, on.glow !== ''),
        { ...does('quote', IconBlockquote), run: () => chain().toggleBlockquote().run() },
        opens('link', IconLink, on.link),
        opens('table', IconTable, on.table),
        opens('formula', IconMathFunction, on.formula),
        opens('find', IconSearch),
        opens('versions', IconHistory),
      ];
  const { row, fit } = useFitting(all.length);
  const lines = useRef<HTMLDivElement>(null);
  const edge = useFreeEdge(editor, panel, lines);
  const turnInto = (block: string) => {
    if (block === 'text') chain().setParagraph().run();
    else
      chain()
        .setHeading({ level: block === 'heading' ? 2 : 3 })
        .run();
  };
  const blocks = (
    <select
      className={`field ${classes.blocks}`}
      aria-label={t('block')}
      value={on.block}
      onChange={(event) => turnInto(event.target.value)}
    >
      {BLOCKS.map((block) => (
        <option key={block} value={block}>
          {t(`block-${block}`)}
        </option>
      ))}
    </select>
  );
  return (
    <>
      {/* A press on a tool leaves the caret, and the keyboard of a phone, where they are. */}
      <div
        ref={row}
        className={classes.tools}
        data-tools
        role="toolbar"
        aria-label={t('tools')}
        onKeyDown={byArrows}
        onMouseDown={(event) => {
          if (!(event.target instanceof HTMLSelectElement)) event.preventDefault();
        }}
      >
        {isPlain ? null : blocks}
        {all.slice(0, fit).map((tool, i) => (
          <ToolButton key={tool.key} tool={tool} first={i === 0} />
        ))}
        {fit < all.length ? <ToolButton tool={opens('more', IconDots)} first={false} /> : null}
        <button type="button" className={`quiet ${classes.finish}`} onClick={() => editor.commands.blur()}>
          {t('finish')}
        </button>
        {picture.field}
      </div>
      <div ref={lines} className={classes.lines} data-edge={edge} data-tools>
        {panel === 'more' ? (
          <ToolLine label={t('more')} close={close}>
            <div className={classes.more}>
              {isPlain ? null : blocks}
              {all.slice(fit).map((tool) => (
                <ToolButton
                  key={tool.key}
                  tool={{
                    ...tool,
                    run: () => {
                      if (tool.expanded === undefined) setPanel(null);
                      tool.run();
                    },
                  }}
                  first
                  worded
                />
              ))}
            </div>
          </ToolLine>
        ) : null}
        {panel === 'ink' ? (
          <Palette
            tones={INKS}
            kind="ink"
            chosen={on.ink}
            choose={(tone) => chain().setInk(tone).run()}
            close={close}
          />
        ) : null}
        {panel === 'glow' ? (
          <Palette
            tones={GLOWS}
            kind="glow"
            chosen={on.glow}
            choose={(tone) => chain().setGlow(tone).run()}
            close={close}
          />
        ) : null}
        {panel === 'link' ? <LinkLine editor={editor} close={close} /> : null}
        {panel === 'table' ? <TableLine editor={editor} inTable={on.table} close={close} /> : null}
        {panel === 'spelling' && help ? (
          <SpellingLine editor={editor} help={help} settings={settings} choose={choose} close={close} />
        ) : null}
        {panel === 'formula' ? <FormulaLine editor={editor} close={close} /> : null}
        {panel === 'versions' ? (
          <VersionsLine
            document={document}
            bringBack={({ content }) =>
              editor
                .chain()
                .focus()
                .setContent(content as Content)
                .run()
            }
            close={close}
          />
        ) : null}
        {panel === 'meaning' ? <MeaningLine editor={editor} close={close} /> : null}
        {panel === 'find' ? <FindLine editor={editor} close={close} /> : null}
      </div>
    </>
  );
}
