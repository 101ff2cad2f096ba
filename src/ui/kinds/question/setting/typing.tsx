'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { unitSign } from '@/core/questions/units';
import { GrowingText } from '@/ui/common/growing-text';
import { NumberField } from '@/ui/common/number-field';
import classes from '@/ui/set/asking.module.css';
import { NumberSlot } from '@/ui/set/moment-slot';
import { Choices, Slot, YesSlot } from '@/ui/set/slot';
import type { QuestionSetting } from './kind';

/** What of how words are compared can be said otherwise. */
const SAME = ['capitals', 'accents', 'spaces'] as const;
type Sameness = Readonly<Record<(typeof SAME)[number], boolean>>;

export function SamenessSlots({ set, change }: { set: Sameness; change: (part: Partial<Sameness>) => void }) {
  const t = useTranslations('set');
  return (
    <>
      {SAME.map((name) => (
        <YesSlot
          key={name}
          value={set[name]}
          yes={t(`${name}-count`)}
          no={t(`${name}-do-not`)}
          label={t('sameness-label')}
          change={(value) => change({ [name]: value })}
        />
      ))}
    </>
  );
}

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((one) => one.trim())
    .filter((one) => one !== '');

/** A line of words, with what is accepted, a line each. */
export const SetShort: QuestionSetting<'short'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  const { accepted } = set;
  const [typed, setTyped] = useState((accepted ?? []).join('\n'));
  const shown = linesOf(typed).join('\n') === (accepted ?? []).join('\n') ? typed : (accepted ?? []).join('\n');
  return (
    <>
      {accepted === null ? null : (
        <GrowingText
          label={t('accepted')}
          value={shown}
          readOnly={!editable}
          minRows={1}
          maxRows={10}
          dir="auto"
          lang={lang}
          onChange={({ currentTarget: { value } }) => {
            setTyped(value);
            change({ ...set, accepted: linesOf(value), mapping: undefined });
          }}
        />
      )}
      <div className={classes.sentence}>
        <YesSlot
          value={accepted !== null}
          yes={t('these-are-right')}
          no={t('none-is-right')}
          label={t('right-label')}
          change={(scored) => change({ ...set, accepted: scored ? [] : null, mapping: undefined })}
        />
        {accepted === null ? null : <SamenessSlots set={set} change={(part) => change({ ...set, ...part })} />}
      </div>
    </>
  );
};

/** A number or a formula of what is drawn, how near one has to come, and in which unit. */
export const SetNumber: QuestionSetting<'number'> = ({ set, change, editable }) => {
  const t = useTranslations('set');
  const { right, tolerance, unit, figures } = set;
  const share = tolerance.kind === 'relative';
  const near = share ? Number((tolerance.by * 100).toPrecision(12)) : tolerance.by;
  const [typed, setTyped] = useState(unit ?? '');
  return (
    <>
      <div className={classes.sentence}>
        <TextInput
          className={classes.short}
          label={t('number-right')}
          value={right ?? ''}
          readOnly={!editable || right === null}
          dir="ltr"
          maxLength={200}
          onChange={({ currentTarget: { value } }) => change({ ...set, right: value })}
        />
        <TextInput
          className={classes.short}
          label={t('number-unit')}
          value={(unitSign(typed.trim()) ?? typed.trim()) === (unit ?? '') ? typed : (unit ?? '')}
          readOnly={!editable}
          dir="ltr"
          maxLength={20}
          onChange={({ currentTarget: { value } }) => {
            setTyped(value);
            const written = value.trim();
            change({ ...set, unit: written === '' ? null : (unitSign(written) ?? written) });
          }}
        />
        <NumberField
          className={classes.short}
          label={t(share ? 'near-share' : 'near-number')}
          value={near}
          min={0}
          step={0.1}
          hideControls
          readOnly={!editable}
          change={(by) => change({ ...set, tolerance: { ...tolerance, by: share ? (by ?? 0) / 100 : (by ?? 0) } })}
        />
      </div>
      <div className={classes.sentence}>
        <YesSlot
          value={right !== null}
          yes={t('this-is-right')}
          no={t('any-number-is-right')}
          label={t('right-label')}
          change={(scored) => change({ ...set, right: scored ? '' : null })}
        />
        <YesSlot
          value={share}
          yes={t('near-by-share')}
          no={t('near-by-number')}
          label={t('near-label')}
          change={(relative) => change({ ...set, tolerance: { kind: relative ? 'relative' : 'absolute', by: 0 } })}
        />
        {unit === null ? null : (
          <YesSlot
            value={set.unitOptional}
            yes={t('unit-optional')}
            no={t('unit-asked')}
            label={t('number-unit')}
            change={(unitOptional) => change({ ...set, unitOptional })}
          />
        )}
        <NumberSlot
          value={figures}
          words={figures === null ? t('any-figures') : t('figures', { n: figures })}
          label={t('figures-label')}
          none={t('any-figures')}
          most={15}
          change={(n) => change({ ...set, figures: n })}
        />
      </div>
    </>
  );
};

/** A file, or photographs. */
export const SetFile: QuestionSetting<'file'> = ({ set, change }) => {
  const t = useTranslations('set');
  return (
    <div className={classes.sentence}>
      <NumberSlot
        value={set.most}
        words={t('most-files', { n: set.most })}
        label={t('most-files-label')}
        most={30}
        change={(most) => change({ ...set, most: most ?? 1 })}
      />
      <Slot words={t(set.counted === 'given' ? 'given-is-enough' : 'read-by-person')} label={t('counted-label')}>
        {(close) => (
          <Choices
            choices={(['by-a-person', 'given'] as const).map((value) => ({
              value,
              words: t(value === 'given' ? 'given-is-enough' : 'read-by-person'),
            }))}
            chosen={set.counted}
            choose={(counted) => {
              change({ ...set, counted });
              close();
            }}
          />
        )}
      </Slot>
    </div>
  );
};
