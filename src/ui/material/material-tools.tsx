'use client';

import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { FileView } from '@/server/kinds/material/index';
import { useFileSize } from '@/ui/common/file-size';
import classes from './material.module.css';

/** The formats in which a text is offered: one to go on writing in, and one that looks the same everywhere. */
const TAKEN = ['docx', 'pdf'] as const;

/** What can be done with any material: its own tools first, then download and print. */
export function MaterialTools({
  file,
  take,
  print = () => window.print(),
  children,
}: {
  file?: FileView;
  /** Where a text is taken away from, in one of these formats. */
  take?: string | null;
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
        {take
          ? TAKEN.map((format) => (
              <a key={format} className="quiet" href={`${take}?as=${format}`} download>
                {t('download')} <span className="soft">{format.toUpperCase()}</span>
              </a>
            ))
          : null}
        {print ? (
          <button type="button" className="quiet" onClick={print}>
            {t('print')}
          </button>
        ) : null}
      </span>
    </div>
  );
}
