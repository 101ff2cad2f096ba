'use client';

import { useFormatter, useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { FileView } from '@/server/materials';
import classes from './material.module.css';

const UNITS = ['byte', 'kilobyte', 'megabyte', 'gigabyte'] as const;

/** A size in the unit that fits, by thousands. */
function useSize() {
  const format = useFormatter();
  return (bytes: number): string => {
    const step = Math.min(UNITS.length - 1, Math.max(0, Math.floor(Math.log10(Math.max(1, bytes)) / 3)));
    return format.number(bytes / 1000 ** step, {
      style: 'unit',
      unit: UNITS[step],
      unitDisplay: 'short',
      maximumFractionDigits: step > 1 ? 1 : 0,
    });
  };
}

/** What can be done with any material: its own tools first, then download and print. */
export function MaterialTools({
  file,
  print = () => window.print(),
  children,
}: {
  file?: FileView;
  print?: (() => void) | null;
  children?: ReactNode;
}) {
  const t = useTranslations('material');
  const size = useSize();
  return (
    <div className={classes.tools}>
      {children}
      <span className={classes.far}>
        {file ? (
          <a className="quiet" href={`${file.address}?download`} download={file.name}>
            {t('download')} <span className="soft">{size(file.size)}</span>
          </a>
        ) : null}
        {print ? (
          <button type="button" className="quiet" onClick={print}>
            {t('print')}
          </button>
        ) : null}
      </span>
    </div>
  );
}
