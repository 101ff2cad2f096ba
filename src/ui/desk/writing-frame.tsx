import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import { useLate } from '@/ui/common/use-late';
import classes from './writing.module.css';

interface Props {
  readonly title: string;
  /** Tools will come: their row is there already, so that nothing moves when they do. */
  readonly tools: boolean;
  readonly above?: ReactNode;
  /** The text is pressed: at a place to answer in, or elsewhere (`''`). */
  readonly press?: ((place: string) => void) | undefined;
  readonly children: ReactNode;
}

/** Whoever has pressed and waits so long, in milliseconds, is told that something comes. */
const PATIENT = 1200;

/** What stands around a text until its editor is there. */
export function WritingFrame({ title, tools, above, press, children }: Props) {
  const t = useTranslations('writing');
  const [pressed, setPressed] = useState(false);
  const late = useLate(pressed, PATIENT);
  return (
    <>
      <header className={classes.head}>
        <strong>
          <bdi>{title}</bdi>
        </strong>
        <span role="status">{late ? t('on-its-way') : null}</span>
      </header>
      {tools ? <div className={classes.tools} data-coming aria-hidden="true" /> : null}
      <div
        className={classes.page}
        data-text
        onPointerDown={({ target }) => {
          if (!press) return;
          setPressed(true);
          press((target instanceof Element ? target.closest<HTMLElement>('[data-place]')?.dataset.place : null) ?? '');
        }}
      >
        {above}
        {children}
      </div>
    </>
  );
}
