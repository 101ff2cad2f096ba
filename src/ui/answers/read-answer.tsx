'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import type { AnswerToRead, PartFigures } from '@/server/reading/questions/answers-screen';
import { post } from '@/ui/common/client-request';
import { GrowingText } from '@/ui/common/growing-text';
import { NumberField } from '@/ui/common/number-field';
import { QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import { type Kept, KeptRemarks } from '@/ui/marking/kept-remarks';
import classes from './answers.module.css';

interface Props {
  readonly one: AnswerToRead;
  readonly part: PartFigures;
  readonly bank: Kept;
  /** What it stands under: whose it is, where a question is read; which question, where a person is. */
  readonly head?: ReactNode;
}

/** An answer that somebody has to read: points, and a word about it, of one's own or of those that are kept. */
export function ReadAnswer({ one, part, bank, head = one.name }: Props) {
  const t = useTranslations('answers');
  const refresh = useRefresh();
  const [points, setPoints] = useState(one.points);
  const [words, setWords] = useState(one.said);
  const [said, setSaid] = useState('');
  const changed = points !== one.points || words !== one.said;
  const send = async () => {
    const answer = await post(`/api/attempts/${one.attempt}/points`, {
      part: part.part,
      points,
      words,
    });
    setSaid(answer.ok ? t('kept') : t('broke'));
    if (answer.ok) refresh();
  };
  return (
    <li>
      <strong>
        <bdi>{head}</bdi>
      </strong>
      <p className={classes.words} dir="auto">
        {one.words}
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <NumberField
          label={t('points-of', { of: part.of })}
          aria-label={t('points-for', { name: one.name })}
          value={points}
          min={0}
          max={part.of}
          step={0.5}
          clampBehavior="strict"
          hideControls
          change={setPoints}
        />
        <GrowingText
          label={t('say-about')}
          value={words}
          minRows={1}
          maxLength={5000}
          dir="auto"
          onChange={({ currentTarget: { value } }) => setWords(value)}
        />
        <QuietButton type="submit" disabled={!changed}>
          {t('keep')}
        </QuietButton>
        {words.trim() === '' || bank.kept.some(({ body }) => body === words.trim()) ? null : (
          <button type="button" className="quiet" onClick={() => void bank.change({ keep: words })}>
            {t('keep-remark')}
          </button>
        )}
        <span role="status" className="moss">
          {said}
        </span>
      </form>
      <KeptRemarks {...bank} use={(body) => setWords(words.trim() === '' ? body : `${words.trimEnd()}\n${body}`)} />
    </li>
  );
}
