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
  IconPhotoPlus,
  IconSearch,
  IconTable,
  IconTextSpellcheck,
  IconUnderline,
  IconVocabulary,
} from '@tabler/icons-react';
import { type Content, type Editor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { type FormEvent, type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { safeAddress } from '@/core/formats/safe-address';
import { addressOf } from '@/core/places';
import type { DocNode } from '@/core/text/document-json';
import { GLOWS, INKS } from '@/core/text/tones';
import { sendBytes } from '@/ui/common/client-request';
import { replace, seek, soughtIn, step } from './find-in-text';
import { FormulaLine } from './formula-line';
import { sendPicture } from './pictures';
import { TABLE_CHANGES } from './tables';
import { ToolLine } from './tool-line';
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

const FORMATS = ['docx', 'odt', 'pdf', 'md', 'html', 'txt'] as const;

interface DownloadProps {
  readonly address: string;
  readonly print: string;
  readonly editor: Editor;
  readonly refused: (code: string) => void;
}

/** The document to take away, in open formats, or printed; and a text from elsewhere to be read in. */
function Download({ address, print, editor, refused }: DownloadProps) {
  const t = useTranslations('writing');
  const input = useRef<HTMLInputElement>(null);
  const readIn = async (file: File) => {
    const answer = await sendBytes<{ content: DocNode }>(`/api/import?name=${encodeURIComponent(file.name)}`, file);
    if (answer.ok)
      editor
        .chain()
        .focus()
        .insertContent((answer.content.content ?? []) as Content)
        .run();
    else refused(answer.code);
  };
  return (
    <details className={classes.download}>
      <summary>{t('download')}</summary>
      <ul>
        <li>
          <button type="button" className="quiet" onClick={() => input.current?.click()}>
            {t('read-in')}
          </button>
          <input
            ref={input}
            type="file"
            hidden
            aria-label={t('read-in')}
            accept=".docx,.odt,.md,.markdown,.html,.htm,.txt"
            onChange={(event) => {
              const file = event.target.files?.[0];
              event.target.value = '';
              if (file) void readIn(file);
            }}
          />
        </li>
        <li>
          <a href={print}>{t('print')}</a>
        </li>
        {FORMATS.map((format) => (
          <li key={format}>
            <a href={`${address}?as=${format}`} download>
              {t(`format-${format}`)}
            </a>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** A picture from this device, into the text. */
function PictureButton({ editor, refused }: { editor: Editor; refused: (code: string) => void }) {
  const t = useTranslations('writing');
  const input = useRef<HTMLInputElement>(null);
  const put = async (file: File) => {
    const sent = await sendPicture(file);
    if ('code' in sent) refused(sent.code);
    else
      editor
        .chain()
        .focus()
        .insertContent({ type: 'image', attrs: { src: sent.address, alt: '' } })
        .run();
  };
  return (
    <>
      <button
        data-tool
        tabIndex={-1}
        type="button"
        aria-label={t('picture')}
        title={t('picture')}
        onClick={() => input.current?.click()}
      >
        <IconPhotoPlus size={18} stroke={1.8} />
      </button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={t('picture')}
        accept="image/png,image/jpeg,image/gif,image/webp"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void put(file);
        }}
      />
    </>
  );
}

interface PaletteProps {
  readonly tones: readonly string[];
  readonly kind: 'ink' | 'glow';
  readonly chosen: string;
  readonly choose: (tone: string | null) => void;
  readonly close: () => void;
}

/** Colours by name: each can be read in either scheme. */
function Palette({ tones, kind, chosen, choose, close }: PaletteProps) {
  const t = useTranslations('writing');
  return (
    <ToolLine label={t(kind)} close={close}>
      {tones.map((tone) => (
        <button
          key={tone}
          type="button"
          className={classes.tone}
          aria-pressed={tone === chosen}
          onClick={() => choose(tone)}
        >
          <span {...{ [`data-${kind}`]: tone }}>{t(`tone-${tone}`)}</span>
        </button>
      ))}
      <button type="button" className={classes.tone} aria-pressed={chosen === ''} onClick={() => choose(null)}>
        {t('tone-none')}
      </button>
    </ToolLine>
  );
}

/** The address of a link: only such as lead to pages or mail. */
function LinkLine({ editor, close }: { editor: Editor; close: () => void }) {
  const t = useTranslations('writing');
  const [address, setAddress] = useState(String(editor.getAttributes('link').href ?? ''));
  const [wrong, setWrong] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const set = (event: FormEvent) => {
    event.preventDefault();
    const given = address.trim();
    const href = safeAddress(given) ?? safeAddress(/^[\w-]+(\.[\w-]+)+(\/|$)/.test(given) ? `https://${given}` : '');
    if (!href || !URL.canParse(href)) {
      setWrong(true);
      return;
    }
    const chain = editor.chain().focus().extendMarkRange('link');
    if (editor.state.selection.empty && !editor.isActive('link')) {
      chain.insertContent({ type: 'text', text: href, marks: [{ type: 'link', attrs: { href } }] }).run();
    } else chain.setLink({ href }).run();
    close();
  };
  return (
    <ToolLine label={t('link')} close={close}>
      <form className={classes.fields} onSubmit={set}>
        <label>
          {t('address')}
          <input
            className="field"
            ref={field}
            value={address}
            dir="ltr"
            type="text"
            inputMode="url"
            aria-invalid={wrong}
            onChange={(event) => {
              setAddress(event.target.value);
              setWrong(false);
            }}
          />
        </label>
        <button type="submit" className="quiet">
          {t('set-link')}
        </button>
        {editor.isActive('link') ? (
          <button
            type="button"
            className="quiet"
            onClick={() => {
              editor.chain().focus().extendMarkRange('link').unsetLink().run();
              close();
            }}
          >
            {t('no-link')}
          </button>
        ) : null}
        {wrong ? <span role="alert">{t('wrong-address')}</span> : null}
      </form>
    </ToolLine>
  );
}

function TableLine({ editor, inTable, close }: { editor: Editor; inTable: boolean; close: () => void }) {
  const t = useTranslations('writing');
  return (
    <ToolLine label={t('table')} close={close}>
      {inTable ? (
        TABLE_CHANGES.map((change) => (
          <button
            key={change}
            type="button"
            className="quiet"
            onClick={() => editor.chain().focus().changeTable(change).run()}
          >
            {t(change)}
          </button>
        ))
      ) : (
        <button type="button" className="quiet" onClick={() => editor.chain().focus().insertTable(3, 3).run()}>
          {t('new-table')}
        </button>
      )}
    </ToolLine>
  );
}

/** Finds words in the text and puts others in their place. */
function FindLine({ editor, close }: { editor: Editor; close: () => void }) {
  const t = useTranslations('writing');
  const sought = useEditorState({ editor, selector: ({ editor: now }) => soughtIn(now) });
  const [other, setOther] = useState('');
  const [changed, setChanged] = useState<number | null>(null);
  const words = useRef<HTMLInputElement>(null);
  useEffect(() => words.current?.focus(), []);
  const put = (all: boolean) => {
    setChanged(replace(editor, other, all));
    words.current?.focus();
  };
  return (
    <ToolLine label={t('find')} close={close}>
      <form
        className={classes.fields}
        onSubmit={(event) => {
          event.preventDefault();
          step(editor, 1);
        }}
      >
        <label>
          {t('find-words')}
          <input
            className="field"
            ref={words}
            type="text"
            dir="auto"
            onChange={(event) => {
              setChanged(null);
              seek(editor, event.target.value);
            }}
          />
        </label>
        <span role="status">
          {changed !== null
            ? t('changed', { n: changed })
            : sought.words === ''
              ? ''
              : t('places', { n: sought.places.length === 0 ? 0 : sought.at + 1, of: sought.places.length })}
        </span>
        <button type="button" className="quiet" onClick={() => step(editor, -1)}>
          {t('find-back')}
        </button>
        <button type="submit" className="quiet">
          {t('find-on')}
        </button>
        <label>
          {t('other-words')}
          <input
            className="field"
            type="text"
            dir="auto"
            value={other}
            onChange={(event) => setOther(event.target.value)}
          />
        </label>
        <button type="button" className="quiet" disabled={sought.places.length === 0} onClick={() => put(false)}>
          {t('replace')}
        </button>
        <button type="button" className="quiet" disabled={sought.places.length === 0} onClick={() => put(true)}>
          {t('replace-all')}
        </button>
      </form>
    </ToolLine>
  );
}
