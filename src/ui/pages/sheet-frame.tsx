import type { ReactNode } from 'react';
import type { Sheet } from '@/core/pages/given';
import classes from './pages.module.css';

interface Props {
  readonly sheet: Sheet;
  readonly scale: number;
  readonly label: string;
  /** What a pointer does here, where it does anything. */
  readonly tool?: string | undefined;
  /** What lies beneath. */
  readonly base: ReactNode;
  /** What lies over it, in points of the sheet. */
  readonly children: ReactNode;
}

/** One sheet as it lies there: what lies beneath as large as it is seen, and over it a plane of its points. */
export function SheetFrame({ sheet, scale, label, tool, base, children }: Props) {
  return (
    <section
      className={classes.sheet}
      data-sheet={sheet.id}
      data-tool={tool}
      aria-label={label}
      style={{ inlineSize: sheet.width * scale, blockSize: sheet.height * scale }}
    >
      {base}
      <div
        className={classes.over}
        style={{
          width: sheet.width,
          height: sheet.height,
          transform: `scale(${scale})`,
          ['--scale' as string]: scale,
        }}
      >
        {children}
      </div>
    </section>
  );
}
