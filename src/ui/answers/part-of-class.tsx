'use client';

import { useFormatter, useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Rescored } from '@/server/doing/questions/keys';
import type { AnswersView, PartFigures, UnknownAnswer } from '@/server/reading/questions/answers-screen';
import { post } from '@/ui/common/client-request';
import { useRefresh } from '@/ui/common/use-refresh';
import type { Kept } from '@/ui/marking/kept-remarks';
import { AnswersOfClass } from '@/ui/questions/class-answers';
import classes from './answers.module.css';
import { ReadAnswer } from './read-answer';

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
export function PartOfClass({ part, view, bank }: { part: PartFigures; view: AnswersView; bank: Kept }) {
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
            <ReadAnswer key={one.attempt} one={one} part={part} bank={bank} />
          ))}
        </ul>
      ) : part.answers ? (
        <AnswersOfClass parts={[part.answers]} lang={view.class.locale} named />
      ) : null}
    </details>
  );
}
