'use client';

import { type Editor, useEditorState } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { safeAddress } from '@/core/formats/safe-address';
import { keyOr } from '@/ui/common/key-or';
import { replace, seek, soughtIn, step } from './find-in-text';
import { TABLE_CHANGES } from './tables';
import { ToolLine } from './tool-line';
import classes from './tool-lines.module.css';

interface PaletteProps {
  readonly tones: readonly string[];
  readonly kind: 'ink' | 'glow';
  readonly chosen: string;
  readonly choose: (tone: string | null) => void;
  readonly close: () => void;
}

/** Colours by name: each can be read in either scheme. */
export function Palette({ tones, kind, chosen, choose, close }: PaletteProps) {
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
          <span {...{ [`data-${kind}`]: tone }}>{t(keyOr(t.has, `tone-${tone}`, 'tone-none'))}</span>
        </button>
      ))}
      <button type="button" className={classes.tone} aria-pressed={chosen === ''} onClick={() => choose(null)}>
        {t('tone-none')}
      </button>
    </ToolLine>
  );
}

/** The address of a link: only such as lead to pages or mail. */
export function LinkLine({ editor, close }: { editor: Editor; close: () => void }) {
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

export function TableLine({ editor, inTable, close }: { editor: Editor; inTable: boolean; close: () => void }) {
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
export function FindLine({ editor, close }: { editor: Editor; close: () => void }) {
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
