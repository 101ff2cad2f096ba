'use client';

import type { Editor } from '@tiptap/react';
import { useTranslations } from 'next-intl';
import { type FormEvent, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { formulaMarkup, formulaProblem } from '@/core/text/formula';
import { ToolLine } from './tool-line';
import classes from './tool-lines.module.css';

/** What is used most, to be put in by a press: nobody has to know how it is written. */
const PARTS = [
  '\\frac{a}{b}',
  'x^2',
  '\\sqrt{x}',
  'x_1',
  '\\cdot',
  '\\le',
  '\\ne',
  '\\approx',
  '\\pi',
  '\\angle',
  '°',
] as const;

/** A formula, written as TeX and shown as it will look. */
export function FormulaLine({ editor, close }: { editor: Editor; close: () => void }) {
  const t = useTranslations('writing');
  const [tex, setTex] = useState(String(editor.getAttributes('formula').tex ?? ''));
  const later = useDeferredValue(tex);
  const problem = useMemo(() => (later.trim() === '' ? null : formulaProblem(later)), [later]);
  const drawn = useMemo(() => (later.trim() === '' || problem ? '' : formulaMarkup(later)), [later, problem]);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const put = (event: FormEvent) => {
    event.preventDefault();
    if (tex.trim() === '' || formulaProblem(tex) !== null) return;
    editor.chain().focus().setFormula(tex).run();
    close();
  };
  const add = (part: string) => {
    const input = field.current;
    const at = input?.selectionStart ?? tex.length;
    setTex(tex.slice(0, at) + part + tex.slice(input?.selectionEnd ?? at));
    input?.focus();
  };
  return (
    <ToolLine label={t('formula')} close={close}>
      <form className={classes.fields} onSubmit={put}>
        <label>
          {t('formula-tex')}
          <input
            className="field"
            ref={field}
            value={tex}
            dir="ltr"
            maxLength={2000}
            spellCheck={false}
            onChange={(event) => setTex(event.target.value)}
          />
        </label>
        <button type="submit" className="quiet">
          {t('set-formula')}
        </button>
        {/* biome-ignore lint/security/noDangerouslySetInnerHtml: markup that the typesetter made, with trust switched off */}
        {drawn ? <span className={classes.drawn} dangerouslySetInnerHTML={{ __html: drawn }} /> : null}
        <span role="status">{problem ? t('formula-wrong') : null}</span>
      </form>
      <div className={classes.parts} dir="ltr">
        {PARTS.map((part) => (
          <button key={part} type="button" className={classes.tone} aria-label={part} onClick={() => add(part)}>
            {/* biome-ignore lint/security/noDangerouslySetInnerHtml: as above */}
            <span aria-hidden="true" dangerouslySetInnerHTML={{ __html: formulaMarkup(part) }} />
          </button>
        ))}
      </div>
    </ToolLine>
  );
}
