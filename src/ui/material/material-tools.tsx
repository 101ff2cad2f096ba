'use client';

import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { FileView } from '@/server/kinds/material/index';
import { useFileSize } from '@/ui/common/file-size';
import classes from './material.module.css';

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
  const size = useFileSize();
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
