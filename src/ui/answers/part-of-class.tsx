'use client';

import { NumberInput, Textarea } from '@mantine/core';
import { useFormatter, useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Rescored } from '@/server/doing/questions/keys';
import type { AnswersView, AnswerToRead, PartFigures, UnknownAnswer } from '@/server/reading/questions/answers-screen';
import { post } from '@/ui/common/client-request';
import { QuietButton } from '@/ui/common/primary-button';
import { useRefresh } from '@/ui/common/use-refresh';
import { AnswersOfClass } from '@/ui/questions/class-answers';
import classes from './answers.module.css';

/** An answer that somebody has to read: points, and a word about it. */
function Reading({ one, part }: { one: AnswerToRead; part: PartFigures }) {
  const t = useTranslations('answers');
  const refresh = useRefresh();
  const [points, setPoints] = useState<number | ''>(one.points ?? '');
  const [words, setWords] = useState(one.said);
  const [said, setSaid] = useState('');
  const changed = points !== (one.points ?? '') || words !== one.said;
  const send = async () => {
    const answer = await post(`/api/attempts/${one.attempt}/points`, {
      part: part.part,
      points: points === '' ? null : points,
      words,
    });
    setSaid(answer.ok ? t('kept') : t('broke'));
    if (answer.ok) refresh();
  };
  return (
    <li>
      <strong>
        <bdi>{one.name}</bdi>
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
        <NumberInput
          label={t('points-of', { of: part.of })}
          aria-label={t('points-for', { name: one.name })}
          value={points}
          min={0}
          max={part.of}
          step={0.5}
          clampBehavior="strict"
          hideControls
          onChange={(value) => setPoints(typeof value === 'number' ? value : '')}
        />
        <Textarea
          label={t('say-about')}
          value={words}
          autosize
          minRows={1}
          maxLength={5000}
          onChange={({ currentTarget: { value } }) => setWords(value)}
        />
        <QuietButton type="submit" disabled={!changed}>
          {t('keep')}
        </QuietButton>
        <span role="status" className="moss">
          {said}
        </span>
      </form>
    </li>
  );
}

/** What several wrote and the key does not know: it can be accepted, and says whom that changes. */
function Unknown({ one, part, view }: { one: UnknownAnswer; part: PartFigures; view: AnswersView }) {
  const t = useTranslations('answers');
  const format = useFormatter();
  const refresh = useRefresh();
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const accept = async () => {
    setBusy(true);
    const answer = await post<{ changed: readonly Rescored[] }>(`/api/steps/${view.step}/keys`, {
      part: part.part,
      key: { accept: one.answer },
    });
    setBusy(false);
    if (!answer.ok) return setSaid(t('broke'));
    const names = answer.changed.map(
      ({ student }) => view.people.find((person) => person.student === student)?.name ?? '',
    );
    setSaid(t('accepted', { n: names.length, names: format.list(names) }));
    refresh();
  };
  return (
    <li>
      <span>{t('wrote', { n: one.n, words: one.words })}</span>{' '}
      <button type="button" className="quiet" disabled={busy} onClick={accept}>
        {t('accept')}
      </button>
      <span role="status">{said}</span>
    </li>
  );
}

/** One part: how many got it right, how the class answered, what the key does not know, and what has to be read. */
export function PartOfClass({ part, view }: { part: PartFigures; view: AnswersView }) {
  const t = useTranslations('answers');
  const format = useFormatter();
  const { facility, discrimination, n } = part.figures;
  return (
    <details className={classes.question} open={part.toRead.some(({ points }) => points === null) || undefined}>
      <summary>
        <b className="num">{part.number}</b> <span dir="auto">{part.words}</span>{' '}
        <small>
          {facility === null || part.of === 0
            ? null
            : t('facility', { share: format.number(facility, { style: 'percent', maximumFractionDigits: 0 }), n })}{' '}
          {discrimination === null
            ? null
            : t('discrimination', { r: format.number(discrimination, { maximumFractionDigits: 2 }) })}
        </small>
      </summary>
      {part.right === '' ? null : (
        <p>
          {t('is-right')} <strong>{part.right}</strong>
        </p>
      )}
      {part.unknown.length > 0 ? (
        <ul className={classes.unknown}>
          {part.unknown.map((one) => (
            <Unknown key={one.words} one={one} part={part} view={view} />
          ))}
        </ul>
      ) : null}
      {part.toRead.length > 0 ? (
        <ul className={classes.reading}>
          {part.toRead.map((one) => (
            <Reading key={`${one.attempt} ${one.points} ${one.said}`} one={one} part={part} />
          ))}
        </ul>
      ) : part.answers ? (
        <AnswersOfClass parts={[part.answers]} lang={view.class.locale} named />
      ) : null}
    </details>
  );
}
