'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { NumberField } from '@/ui/common/number-field';
import classes from '@/ui/set/asking.module.css';
import { NumberSlot } from '@/ui/set/moment-slot';
import { YesSlot } from '@/ui/set/slot';
import type { QuestionSetting } from './kind';

/** A text of one's own: how many words are asked for, and by what it is read. */
export const SetLong: QuestionSetting<'long'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  const words = set.asks.find((ask) => ask.kind === 'words');
  const { min = null, max = null } = words && 'min' in words ? { min: words.min, max: words.max } : {};
  const ask = (least: number | null, most: number | null) => {
    const others = set.asks.filter((one) => one.kind !== 'words');
    const own = { id: 'words', place: null, bars: false, kind: 'words' as const, min: least ?? 0, max: most };
    change({ ...set, asks: least === null && most === null ? others : [...others, own] });
  };
  return (
    <>
      <div className={classes.sentence}>
        <NumberSlot
          value={min}
          words={min === null ? t('any-length') : t('at-least-words', { n: min })}
          label={t('least-label')}
          none={t('any-length')}
          change={(n) => ask(n, max)}
        />
        <NumberSlot
          value={max}
          words={max === null ? t('no-most-words') : t('at-most-words', { n: max })}
          label={t('at-most-label')}
          none={t('no-most-words')}
          change={(n) => ask(min, n)}
        />
        <YesSlot
          value={set.counted === 'by-a-person'}
          yes={t('read-by-person')}
          no={t('written-is-enough')}
          label={t('counted-label')}
          change={(read) => change({ ...set, counted: read ? 'by-a-person' : 'given' })}
        />
      </div>
      {set.counted === 'given' ? null : (
        <>
          <ul className={classes.things}>
            {set.rubric.map((line, i) => (
              // Lines of a rubric have no names of their own: where one stands is what it is.
              // biome-ignore lint/suspicious/noArrayIndexKey: see above
              <li key={i}>
                <TextInput
                  className={classes.said}
                  aria-label={t('read-by-n', { n: i + 1 })}
                  placeholder={t('read-by-n', { n: i + 1 })}
                  value={line.says}
                  readOnly={!editable}
                  dir="auto"
                  lang={lang}
                  onChange={({ currentTarget: { value } }) =>
                    change({ ...set, rubric: set.rubric.with(i, { ...line, says: value }) })
                  }
                />
                <NumberField
                  className={classes.short}
                  aria-label={t('points-label')}
                  value={line.points}
                  min={0}
                  step={0.5}
                  readOnly={!editable}
                  change={(points) => change({ ...set, rubric: set.rubric.with(i, { ...line, points: points ?? 0 }) })}
                />
                {editable ? (
                  <button
                    type="button"
                    className="quiet"
                    onClick={() => change({ ...set, rubric: set.rubric.toSpliced(i, 1) })}
                  >
                    {t('drop')}
                  </button>
                ) : null}
              </li>
            ))}
          </ul>
          {editable ? (
            <button
              type="button"
              className="quiet"
              onClick={() => change({ ...set, rubric: [...set.rubric, { says: '', points: 1 }] })}
            >
              {t('add-read-by')}
            </button>
          ) : null}
        </>
      )}
    </>
  );
};
