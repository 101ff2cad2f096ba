'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { EMPTY } from '@/core/kinds/question/parts';
import { newAct } from '@/ui/common/act';
import classes from '@/ui/set/asking.module.css';
import { NumberSlot } from '@/ui/set/moment-slot';
import { SaidField } from '@/ui/set/said-field';
import { YesSlot } from '@/ui/set/slot';
import type { QuestionSetting } from './kind';
import { Things } from './things';

/** Pairs: what goes together stands in one line. */
export const SetMatch: QuestionSetting<'match'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  const { left, right, pairs } = set;
  const used = new Set(Object.values(pairs));
  const extra = right.filter(({ id }) => !used.has(id));
  const saying = (id: string | undefined) => right.find((one) => one.id === id)?.says ?? EMPTY;
  const say = (id: string, says: typeof EMPTY) =>
    change({ ...set, right: right.map((one) => (one.id === id ? { ...one, says } : one)), mapping: undefined });
  return (
    <>
      <Things
        things={left}
        change={(things) => {
          const kept = new Set(things.map(({ id }) => id));
          const added = things.filter(({ id }) => !Object.hasOwn(pairs, id)).map(({ id }) => [id, newAct()] as const);
          const stay = Object.entries(pairs).filter(([id]) => kept.has(id));
          const gone = new Set(Object.entries(pairs).flatMap(([id, to]) => (kept.has(id) ? [] : [to])));
          const still = new Set(stay.map(([, to]) => to));
          change({
            ...set,
            left: [...things],
            pairs: Object.fromEntries([...stay, ...added]),
            right: [
              ...right.filter(({ id }) => !gone.has(id) || still.has(id)),
              ...added.map(([, id]) => ({ id, says: EMPTY })),
            ],
            mapping: undefined,
          });
        }}
        lang={lang}
        editable={editable}
        label={(n) => t('pair-from', { n })}
        add={t('add-pair')}
        behind={({ id }, i) => (
          <>
            <span aria-hidden="true" className={classes.number}>
              –
            </span>
            <SaidField
              doc={saying(pairs[id])}
              change={(says) => say(pairs[id] ?? '', says)}
              label={t('pair-to', { n: i + 1 })}
              placeholder={t('pair-to', { n: i + 1 })}
              lang={lang}
              editable={editable}
            />
          </>
        )}
      />
      {extra.length > 0 ? <p className="soft">{t('goes-with-nothing')}</p> : null}
      <Things
        things={extra}
        least={0}
        change={(things) =>
          change({ ...set, right: [...right.filter(({ id }) => used.has(id)), ...things], mapping: undefined })
        }
        lang={lang}
        editable={editable}
        label={(n) => t('left-over-n', { n })}
        add={t('add-left-over')}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={set.whole === true}
          yes={t('rule-whole')}
          no={t('rule-each')}
          label={t('rule-label')}
          change={(whole) => change({ ...set, whole, mapping: undefined })}
        />
      </div>
    </>
  );
};

/** Things in the order that is right. */
export const SetOrder: QuestionSetting<'order'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  return (
    <>
      <Things
        things={set.items}
        change={(items) => change({ ...set, items: [...items] })}
        lang={lang}
        editable={editable}
        label={(n) => t('item-n', { n })}
        add={t('add-item')}
        before={(_, i) => <span className={classes.number}>{i + 1}</span>}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={set.scored}
          yes={t('order-right')}
          no={t('none-is-right')}
          label={t('right-label')}
          change={(scored) => change({ ...set, scored })}
        />
        {set.scored ? (
          <YesSlot
            value={set.rule === 'whole'}
            yes={t('rule-whole')}
            no={t('rule-each')}
            label={t('rule-label')}
            change={(whole) => change({ ...set, rule: whole ? 'whole' : 'each' })}
          />
        ) : null}
      </div>
    </>
  );
};

/** A step on a scale, and what its ends say. */
export const SetScale: QuestionSetting<'scale'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  return (
    <>
      <div className={classes.sentence}>
        <NumberSlot
          value={set.from}
          words={t('scale-from', { n: set.from })}
          label={t('scale-from-label')}
          change={(n) => change({ ...set, from: n ?? 0 })}
        />
        <NumberSlot
          value={set.to}
          words={t('scale-to', { n: set.to })}
          label={t('scale-to-label')}
          change={(n) => change({ ...set, to: n ?? 0 })}
        />
        <NumberSlot
          value={set.right}
          words={set.right === null ? t('none-is-right') : t('scale-right', { n: set.right })}
          label={t('right-label')}
          none={t('none-is-right')}
          change={(right) => change({ ...set, right })}
        />
      </div>
      <div className={classes.sentence}>
        {(['fromSays', 'toSays'] as const).map((end) => (
          <TextInput
            key={end}
            label={t(end === 'fromSays' ? 'from-says' : 'to-says')}
            value={set[end]}
            readOnly={!editable}
            dir="auto"
            lang={lang}
            onChange={({ currentTarget: { value } }) => change({ ...set, [end]: value })}
          />
        ))}
      </div>
    </>
  );
};
