'use client';

import {
  IconArrowBackUp,
  IconArrowForwardUp,
  IconBlockquote,
  IconBold,
  IconHighlight,
  IconHistory,
  IconItalic,
  IconLetterA,
  IconLink,
  IconList,
  IconListNumbers,
  IconMathFunction,
  IconSearch,
  IconTable,
  IconTextSpellcheck,
  IconUnderline,
  IconVocabulary,
} from '@tabler/icons-react';
import { type Editor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import type { KeyboardEvent, ReactNode } from 'react';
import { addressOf } from '@/core/places';
import { GLOWS, INKS } from '@/core/text/tones';
import { seek } from './find-in-text';
import { FormulaLine } from './formula-line';
import { Download, PictureButton } from './tool-buttons';
import { FindLine, LinkLine, Palette, TableLine } from './tool-lines';
import { VersionsLine } from './versions-line';
import { MeaningLine, SpellingLine } from './word-lines';
import classes from './writing.module.css';
import type { SpellingSettings, WritingHelp } from './writing-help';

export type Panel = 'ink' | 'glow' | 'link' | 'table' | 'find' | 'spelling' | 'meaning' | 'formula' | 'versions';

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

/** Arrow keys go from tool to tool, so that Tab passes the whole bar in one step (the toolbar pattern of WAI-ARIA). */
function byArrows(event: KeyboardEvent<HTMLDivElement>): void {
  if (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft' && event.key !== 'Home' && event.key !== 'End') return;
  const tools = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-tool]:not(:disabled)')];
  const at = tools.indexOf(event.target as HTMLElement);
  if (at < 0) return;
  const on = (event.key === 'ArrowRight') === (getComputedStyle(event.currentTarget).direction === 'ltr');
  const to =
    event.key === 'Home'
      ? 0
      : event.key === 'End'
        ? tools.length - 1
        : (at + (on ? 1 : -1) + tools.length) % tools.length;
  event.preventDefault();
  for (const [i, tool] of tools.entries()) tool.tabIndex = i === to ? 0 : -1;
  tools[to]?.focus();
}

interface Props {
  readonly editor: Editor;
  readonly counts: ReactNode;
  readonly download: string | null;
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

/** The tools of a text: what it is, how it looks, what stands in it. Beyond the plain ones each opens a line of its own. */
export function WritingTools({
  editor,
  counts,
  download,
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
  const close = () => {
    setPanel(null);
    seek(editor, '');
    editor.commands.focus();
  };
  const toggle = (name: Panel) => {
    if (panel === 'find') seek(editor, '');
    setPanel(panel === name ? null : name);
  };
  const plain = [
    { key: 'bold', Icon: IconBold, pressed: on.bold, run: () => chain().toggleBold().run() },
    { key: 'italic', Icon: IconItalic, pressed: on.italic, run: () => chain().toggleItalic().run() },
    { key: 'underline', Icon: IconUnderline, pressed: on.underline, run: () => chain().toggleUnderline().run() },
  ] as const;
  const lists = [
    { key: 'bullets', Icon: IconList, pressed: on.bullets, run: () => chain().toggleBulletList().run() },
    { key: 'numbers', Icon: IconListNumbers, pressed: on.numbers, run: () => chain().toggleOrderedList().run() },
    { key: 'quote', Icon: IconBlockquote, pressed: on.quote, run: () => chain().toggleBlockquote().run() },
  ] as const;
  const panels = [
    { key: 'ink', Icon: IconLetterA, active: on.ink !== '' },
    { key: 'glow', Icon: IconHighlight, active: on.glow !== '' },
    { key: 'link', Icon: IconLink, active: on.link },
    { key: 'table', Icon: IconTable, active: on.table },
    { key: 'formula', Icon: IconMathFunction, active: on.formula },
    { key: 'find', Icon: IconSearch, active: false },
    ...(help ? [{ key: 'spelling', Icon: IconTextSpellcheck, active: false } as const] : []),
    { key: 'meaning', Icon: IconVocabulary, active: false },
    { key: 'versions', Icon: IconHistory, active: false },
  ] as const;
  const offered = isPlain ? panels.filter(({ key }) => key === 'spelling' || key === 'meaning') : panels;
  const history = [
    { key: 'undo', Icon: IconArrowBackUp, can: on.undo, run: () => chain().undo().run() },
    { key: 'redo', Icon: IconArrowForwardUp, can: on.redo, run: () => chain().redo().run() },
  ] as const;
  const turnInto = (block: string) => {
    if (block === 'text') chain().setParagraph().run();
    else
      chain()
        .setHeading({ level: block === 'heading' ? 2 : 3 })
        .run();
  };
  return (
    <>
      <div className={classes.bar}>
        <div className={classes.tools} role="toolbar" aria-label={t('tools')} onKeyDown={byArrows}>
          {isPlain ? null : (
            <select
              className="field"
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
          )}
          {(isPlain ? [] : [...plain, ...lists]).map(({ key, Icon, pressed, run }, i) => (
            <button
              key={key}
              data-tool
              tabIndex={i === 0 ? 0 : -1}
              type="button"
              aria-pressed={pressed}
              aria-label={t(key)}
              title={t(key)}
              onClick={run}
            >
              <Icon size={18} stroke={1.8} />
            </button>
          ))}
          {offered.map(({ key, Icon, active }, i) => (
            <button
              key={key}
              data-tool
              tabIndex={isPlain && i === 0 ? 0 : -1}
              type="button"
              aria-expanded={panel === key}
              aria-label={t(key)}
              title={t(key)}
              data-active={active || undefined}
              onClick={() => toggle(key)}
            >
              <Icon size={18} stroke={1.8} />
            </button>
          ))}
          {history.map(({ key, Icon, can, run }) => (
            <button
              key={key}
              data-tool
              tabIndex={-1}
              type="button"
              disabled={!can}
              aria-label={t(key)}
              title={t(key)}
              onClick={run}
            >
              <Icon size={18} stroke={1.8} />
            </button>
          ))}
          {isPlain ? null : <PictureButton editor={editor} refused={refused} />}
        </div>
        <div className={classes.beside}>
          <span className={classes.counts}>{counts}</span>
          {download ? (
            <Download
              address={download}
              editor={editor}
              refused={refused}
              print={addressOf({ at: 'print', document })}
            />
          ) : null}
        </div>
      </div>
      {panel === 'ink' ? (
        <Palette tones={INKS} kind="ink" chosen={on.ink} choose={(tone) => chain().setInk(tone).run()} close={close} />
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
      {panel === 'versions' ? <VersionsLine editor={editor} document={document} close={close} /> : null}
      {panel === 'meaning' ? <MeaningLine editor={editor} close={close} /> : null}
      {panel === 'find' ? <FindLine editor={editor} close={close} /> : null}
    </>
  );
}
