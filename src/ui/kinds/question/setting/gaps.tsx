'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { GrowingText } from '@/ui/common/growing-text';
import classes from '@/ui/set/asking.module.css';
import { YesSlot } from '@/ui/set/slot';
import type { QuestionSetting, SetOf } from './kind';
import { SamenessSlots } from './typing';

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
      <GrowingText
        label={t('gaps-text')}
        description={t('gaps-says')}
        value={gapsText(gapsFrom(typed, set.text, part)) === out ? typed : out}
        readOnly={!editable}
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
