import type { ReactNode } from 'react';
import classes from './writing.module.css';

interface Props {
  readonly title: string;
  /** Tools will come: their row is there already, so that nothing moves when they do. */
  readonly tools: boolean;
  readonly above?: ReactNode;
  /** A place of the text is pressed. */
  readonly press?: (place: string) => void;
  readonly children: ReactNode;
}

/** What stands around a text until its editor is there. */
export const WritingFrame = ({ title, tools, above, press, children }: Props) => (
  <>
    <header className={classes.head}>
      <strong>
        <bdi>{title}</bdi>
      </strong>
    </header>
    {tools ? <div className={classes.tools} data-coming aria-hidden="true" /> : null}
    <div
      className={classes.page}
      data-text
      onPointerDown={({ target }) => {
        const place =
          target instanceof Element ? target.closest<HTMLElement>('[data-place]')?.dataset.place : undefined;
        if (place !== undefined) press?.(place);
      }}
    >
      {above}
      {children}
    </div>
  </>
);
