'use client';

import { useTranslations } from 'next-intl';
import type { Question } from '@/core/questions/question-set';
import classes from './asking.module.css';
import { NumberSlot } from './moment-slot';

/** A letter that names nothing yet. */
export const freeName = (draws: Question['draws']): string =>
  [...'abcdefghijklmnopqrstuvwxyz'].find((letter) => !draws.some((one) => one.name === letter)) ?? 'z';

/** Numbers that are drawn anew for each attempt: each a sentence. */
export function Draws({
  question,
  change,
  editable,
}: {
  question: Question;
  change: (draws: Question['draws']) => void;
  editable: boolean;
}) {
  const t = useTranslations('set');
  const { draws } = question;
  const put = (i: number, to: Partial<Question['draws'][number]>) =>
    change(draws.map((one, at) => (at === i ? { ...one, ...to } : one)));
  return (
    <>
      {draws.map((one, i) => (
        <div key={one.name} className={classes.sentence}>
          <bdi>{`{${one.name}}`}</bdi> {t('is-drawn')}
          {(['from', 'to', 'step'] as const).map((side) => (
            <NumberSlot
              key={side}
              value={one[side]}
              step={0.1}
              words={t(`drawn-${side}`, { n: one[side] })}
              label={t(`drawn-${side}-label`)}
              change={(n) => put(i, { [side]: n ?? 0 })}
            />
          ))}
          {editable ? (
            <button type="button" className="quiet" onClick={() => change(draws.toSpliced(i, 1))}>
              {t('drop')}
            </button>
          ) : null}
        </div>
      ))}
    </>
  );
}
