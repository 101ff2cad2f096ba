'use client';

import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import { hasPicture, plainText } from '@/core/text/document-json';
import { DocumentView } from '@/ui/common/document-view';
import { LetterSail, letterOf } from '@/ui/questions/letter-sail';
import questions from '@/ui/questions/questions.module.css';
import classes from './inputs.module.css';
import type { AnswerInput } from './kind';

interface LineProps {
  readonly name: string;
  readonly letter: string;
  readonly many: boolean;
  readonly held: boolean;
  readonly disabled: boolean;
  readonly choose: () => void;
  readonly children: ReactNode;
}

/** One choice: a line as wide as there is, held by the thread while it is chosen. */
function ChoiceLine({ name, letter, many, held, disabled, choose, children }: LineProps) {
  const t = useTranslations('questions');
  return (
    <li data-held={held || undefined}>
      <label>
        <input type={many ? 'checkbox' : 'radio'} name={name} checked={held} disabled={disabled} onChange={choose} />
        <LetterSail letter={letter} held={held} />
        <span className={classes.choice}>{children}</span>
        {held ? <em>{t('chosen')}</em> : null}
      </label>
    </li>
  );
}

/** One of several. */
export const OneInput: AnswerInput<'one'> = ({ part, asked, answer, change, editable, labelledBy, desk }) => (
  <ul
    className={classes.choices}
    aria-labelledby={labelledBy}
    data-pictures={asked.choices.every(({ says }) => hasPicture(says)) || undefined}
  >
    {asked.choices.map(({ id, says }, i) => (
      <ChoiceLine
        key={id}
        name={part}
        letter={letterOf(i)}
        many={false}
        held={answer === id}
        disabled={!editable}
        choose={() => change(id)}
      >
        <DocumentView document={says} lang={desk.view.class.locale} />
      </ChoiceLine>
    ))}
  </ul>
);

/** Several of several. */
export const SeveralInput: AnswerInput<'several'> = ({ part, asked, answer, change, editable, labelledBy, desk }) => {
  const t = useTranslations('questions');
  const chosen = answer ?? [];
  const toggle = (id: string) => {
    const next = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id];
    change(next.length > 0 ? next : null);
  };
  const full = asked.most !== null && chosen.length >= asked.most;
  return (
    <>
      <p className={questions.manner}>{asked.most === null ? t('several') : t('up-to', { n: asked.most })}</p>
      <fieldset className={classes.set} aria-labelledby={labelledBy}>
        <ul className={classes.choices}>
          {asked.choices.map(({ id, says }, i) => (
            <ChoiceLine
              key={id}
              name={part}
              letter={letterOf(i)}
              many
              held={chosen.includes(id)}
              disabled={!editable || (full && !chosen.includes(id))}
              choose={() => toggle(id)}
            >
              <DocumentView document={says} lang={desk.view.class.locale} />
            </ChoiceLine>
          ))}
        </ul>
      </fieldset>
    </>
  );
};

/** True or false. */
export const TruthInput: AnswerInput<'truth'> = ({ part, answer, change, editable, labelledBy }) => {
  const t = useTranslations('questions');
  return (
    <ul className={classes.choices} aria-labelledby={labelledBy}>
      {[true, false].map((value, i) => (
        <ChoiceLine
          key={String(value)}
          name={part}
          letter={letterOf(i)}
          many={false}
          held={answer === value}
          disabled={!editable}
          choose={() => change(value)}
        >
          {t(value ? 'true' : 'false')}
        </ChoiceLine>
      ))}
    </ul>
  );
};

/** A step on a scale, between two words. */
export const ScaleInput: AnswerInput<'scale'> = ({ part, asked, answer, change, editable, labelledBy }) => (
  <div className={classes.scale} role="radiogroup" aria-labelledby={labelledBy}>
    <span>{asked.fromSays}</span>
    {Array.from({ length: asked.to - asked.from + 1 }, (_, i) => asked.from + i).map((value) => (
      <label key={value} data-held={answer === value || undefined}>
        <input
          type="radio"
          name={part}
          checked={answer === value}
          disabled={!editable}
          onChange={() => change(value)}
        />
        <span className="num">{value}</span>
      </label>
    ))}
    <span>{asked.toSays}</span>
  </div>
);

/** Pairs: each of the one side with one of the other. */
export const MatchInput: AnswerInput<'match'> = ({ part, asked, answer, change, editable, desk }) => {
  const t = useTranslations('questions');
  const pairs = answer ?? {};
  const pair = (from: string, to: string) => {
    const { [from]: _before, ...others } = pairs;
    const next = to === '' ? others : { ...others, [from]: to };
    change(Object.keys(next).length > 0 ? next : null);
  };
  return (
    <ul className={classes.pairs}>
      {asked.left.map(({ id, says }) => (
        <li key={id}>
          <span id={`${part}-${id}`}>
            <DocumentView document={says} lang={desk.view.class.locale} />
          </span>
          <select
            aria-labelledby={`${part}-${id}`}
            value={pairs[id] ?? ''}
            disabled={!editable}
            onChange={(event) => pair(id, event.currentTarget.value)}
          >
            <option value="">{t('choose')}</option>
            {asked.right.map((one) => (
              <option key={one.id} value={one.id}>
                {plainText(one.says)}
              </option>
            ))}
          </select>
        </li>
      ))}
    </ul>
  );
};
