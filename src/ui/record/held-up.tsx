'use client';

import { useTranslations } from 'next-intl';
import { keyOr } from '@/ui/common/key-or';
import classes from './record.module.css';
import type { RecordProps } from './record-props';

interface Props {
  readonly problem: RecordProps['recorder']['problem'];
  readonly held: string | null;
}

/** Why nothing is recorded, or why what was recorded is not at the school yet; each with what to do. */
export function HeldUp({ problem, held }: Props) {
  const t = useTranslations('record');
  return (
    <>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {t(`problem-${problem}`)}
        </p>
      ) : null}
      {held ? (
        <p role="alert" className={classes.problem}>
          {t(keyOr(t.has, `held.${held}`, 'held.broke'))}
        </p>
      ) : null}
    </>
  );
}
