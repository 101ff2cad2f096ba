'use client';

import { useTranslations } from 'next-intl';
import { type FormEvent, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { formulaMarkup, formulaProblem } from '@/core/text/formula';
import classes from './pages.module.css';

/** A formula for a sheet, written as TeX and shown as it will look; put down as large as it turns out. */
export function FormulaForm({
  put,
  close,
}: {
  readonly put: (tex: string, area: { readonly w: number; readonly h: number }) => void;
  readonly close: () => void;
}) {
  const t = useTranslations('writing');
  const [tex, setTex] = useState('');
  const later = useDeferredValue(tex);
  const problem = useMemo(() => (later.trim() === '' ? null : formulaProblem(later)), [later]);
  const drawn = useMemo(() => (later.trim() === '' || problem ? '' : formulaMarkup(later)), [later, problem]);
  const seen = useRef<HTMLSpanElement>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (tex.trim() === '' || formulaProblem(tex) !== null) return;
    const area = seen.current?.getBoundingClientRect();
    put(tex, { w: Math.max(10, Math.ceil(area?.width ?? 60)), h: Math.max(12, Math.ceil(area?.height ?? 24)) });
  };
  return (
    <form className={classes.line} onSubmit={submit}>
      <label>
        {t('formula-tex')}{' '}
        <input
          ref={field}
          className="field"
          value={tex}
          dir="ltr"
          maxLength={2000}
          spellCheck={false}
          onChange={({ currentTarget }) => setTex(currentTarget.value)}
        />
      </label>
      {/* biome-ignore lint/security/noDangerouslySetInnerHtml: markup that the typesetter made, with trust switched off */}
      {drawn ? <span ref={seen} style={{ fontSize: 15 }} dangerouslySetInnerHTML={{ __html: drawn }} /> : null}
      <span role="status">{problem ? t('formula-wrong') : null}</span>
      <button type="submit" className="quiet">
        {t('set-formula')}
      </button>
      <button type="button" className="quiet" onClick={close}>
        {t('put-away')}
      </button>
    </form>
  );
}
