'use client';

import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import classes from './tool-lines.module.css';

/** A line of tools that opens below the others; Escape puts it away. */
export function ToolLine({ label, close, children }: { label: string; close: () => void; children: ReactNode }) {
  const t = useTranslations('writing');
  return (
    <fieldset
      className={classes.line}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        close();
      }}
    >
      <legend className="visually-hidden">{label}</legend>
      {children}
      <button type="button" className={`quiet ${classes.put}`} onClick={close}>
        {t('put-away')}
      </button>
    </fieldset>
  );
}
