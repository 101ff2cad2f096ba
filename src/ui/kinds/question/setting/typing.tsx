'use client';

import { Textarea, TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { unitSign } from '@/core/questions/units';
import { NumberField } from '@/ui/common/number-field';
import classes from '@/ui/set/asking.module.css';
import { NumberSlot } from '@/ui/set/moment-slot';
import { Choices, Slot } from '@/ui/set/slot';
import { YesSlot } from './choosing';
import type { QuestionSetting, SetOf } from './kind';

/** What of how words are compared can be said otherwise. */
const SAME = ['capitals', 'accents', 'spaces'] as const;
type Sameness = Readonly<Record<(typeof SAME)[number], boolean>>;

function SamenessSlots({ set, change }: { set: Sameness; change: (part: Partial<Sameness>) => void }) {
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
        <Textarea
          label={t('accepted')}
          value={shown}
          readOnly={!editable}
          autosize
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

type Pieces = SetOf<'gaps'>['text'];

/** A text with gaps as it is typed: what is accepted in each stands between braces. */
const gapsText = (text: Pieces): string =>
  text.map((piece) => (typeof piece === 'string' ? piece : `{${piece.accepted.join('|')}}`)).join('');

function gapsFrom(typed: string, before: Pieces, part: string): Pieces {
  const known = before.filter((piece) => typeof piece !== 'string');
  let n = -1;
  return typed.split(/(\{[^{}]*\})/).flatMap((piece): Pieces => {
    if (!/^\{[^{}]*\}$/.test(piece)) return piece === '' ? [] : [piece];
    n += 1;
    const accepted = piece
      .slice(1, -1)
      .split('|')
      .map((one) => one.trim());
    const { id = `${part}-g${n + 1}`, choices = null } = known[n] ?? {};
    return [{ id, accepted, choices }];
  });
}

/** Words that are missing in a text: typed between braces, or chosen from all that are missing. */
export const SetGaps: QuestionSetting<'gaps'> = ({ set, change, editable, lang, part }) => {
  const t = useTranslations('set');
  const out = gapsText(set.text);
  const [typed, setTyped] = useState(out);
  const all = set.text.flatMap((piece) => (typeof piece === 'string' ? [] : [piece]));
  const chosen = all.some(({ choices }) => choices !== null);
  const withChoices = (text: Pieces, on: boolean): Pieces => {
    const words = [...new Set(text.flatMap((piece) => (typeof piece === 'string' ? [] : piece.accepted.slice(0, 1))))];
    return text.map((piece) => (typeof piece === 'string' ? piece : { ...piece, choices: on ? words : null }));
  };
  return (
    <>
      <Textarea
        label={t('gaps-text')}
        description={t('gaps-says')}
        value={gapsText(gapsFrom(typed, set.text, part)) === out ? typed : out}
        readOnly={!editable}
        autosize
        minRows={2}
        maxRows={14}
        dir="auto"
        lang={lang}
        onChange={({ currentTarget: { value } }) => {
          setTyped(value);
          change({ ...set, text: withChoices(gapsFrom(value, set.text, part), chosen) });
        }}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={chosen}
          yes={t('gaps-chosen')}
          no={t('gaps-typed')}
          label={t('gaps-label')}
          change={(on) => change({ ...set, text: withChoices(set.text, on) })}
        />
        {chosen ? null : <SamenessSlots set={set} change={(more) => change({ ...set, ...more })} />}
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
