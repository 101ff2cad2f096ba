'use client';

import { useTranslations } from 'next-intl';
import classes from '@/ui/set/asking.module.css';
import { NumberSlot } from '@/ui/set/moment-slot';
import { Choices, Slot, YesSlot } from '@/ui/set/slot';
import type { QuestionSetting } from './kind';
import { Things } from './things';

/** Do they come in any order? */
function ShuffleSlot({ value, change }: { value: boolean; change: (value: boolean) => void }) {
  const t = useTranslations('set');
  return (
    <YesSlot value={value} yes={t('shuffled')} no={t('not-shuffled')} label={t('shuffle-label')} change={change} />
  );
}

/** One of several: the mark before each says which is right. */
export const SetOne: QuestionSetting<'one'> = ({ set, change, editable, lang, part }) => {
  const t = useTranslations('set');
  return (
    <>
      <Things
        things={set.choices}
        change={(choices) => change({ ...set, choices: [...choices] })}
        lang={lang}
        editable={editable}
        label={(n) => t('choice-n', { n })}
        add={t('add-choice')}
        before={({ id }, i) => (
          <input
            type="radio"
            name={`right-${part}`}
            checked={set.right === id}
            disabled={!editable}
            aria-label={t('choice-right', { n: i + 1 })}
            onChange={() => change({ ...set, right: id, mapping: undefined })}
          />
        )}
        behind={({ id }) => <span className={classes.right}>{set.right === id ? t('is-right') : ''}</span>}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={set.right !== null}
          yes={t('one-is-right')}
          no={t('none-is-right')}
          label={t('right-label')}
          change={(scored) =>
            change({ ...set, right: scored ? (set.choices[0]?.id ?? null) : null, mapping: undefined })
          }
        />
        <ShuffleSlot value={set.shuffle} change={(shuffle) => change({ ...set, shuffle })} />
      </div>
    </>
  );
};

const RULES = ['right-less-wrong', 'each', 'whole'] as const;

/** Several of several, and how half an answer counts. */
export const SetSeveral: QuestionSetting<'several'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  const { right } = set;
  return (
    <>
      <Things
        things={set.choices}
        change={(choices) =>
          change({
            ...set,
            choices: [...choices],
            right: right?.filter((id) => choices.some((one) => one.id === id)) ?? null,
          })
        }
        lang={lang}
        editable={editable}
        label={(n) => t('choice-n', { n })}
        add={t('add-choice')}
        before={({ id }, i) => (
          <input
            type="checkbox"
            checked={right?.includes(id) === true}
            disabled={!editable || right === null}
            aria-label={t('choice-right', { n: i + 1 })}
            onChange={({ currentTarget: { checked } }) =>
              change({
                ...set,
                right: checked ? [...(right ?? []), id] : (right ?? []).filter((one) => one !== id),
                mapping: undefined,
              })
            }
          />
        )}
        behind={({ id }) => <span className={classes.right}>{right?.includes(id) ? t('is-right') : ''}</span>}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={right !== null}
          yes={t('some-are-right')}
          no={t('none-is-right')}
          label={t('right-label')}
          change={(scored) => change({ ...set, right: scored ? [] : null, mapping: undefined })}
        />
        {right === null ? null : (
          <Slot words={t(`rule-${set.rule}`)} label={t('rule-label')}>
            {(close) => (
              <Choices
                choices={RULES.map((value) => ({ value, words: t(`rule-${value}`) }))}
                chosen={set.rule}
                choose={(rule) => {
                  change({ ...set, rule });
                  close();
                }}
              />
            )}
          </Slot>
        )}
        <NumberSlot
          value={set.most}
          words={set.most === null ? t('any-number') : t('at-most', { n: set.most })}
          label={t('most-label')}
          none={t('any-number')}
          change={(most) => change({ ...set, most })}
        />
        <ShuffleSlot value={set.shuffle} change={(shuffle) => change({ ...set, shuffle })} />
      </div>
    </>
  );
};

export const SetTruth: QuestionSetting<'truth'> = ({ set, change }) => {
  const t = useTranslations('set');
  const values = [true, false, null] as const;
  const words = (right: boolean | null) =>
    t(right === null ? 'none-is-right' : right ? 'true-is-right' : 'false-is-right');
  return (
    <div className={classes.sentence}>
      <Slot words={words(set.right)} label={t('right-label')}>
        {(close) => (
          <Choices
            choices={values.map((value) => ({ value: value as boolean | null, words: words(value) }))}
            chosen={set.right}
            choose={(right) => {
              change({ right });
              close();
            }}
          />
        )}
      </Slot>
    </div>
  );
};
