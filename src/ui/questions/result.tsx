'use client';

import { useFormatter, useTranslations } from 'next-intl';
import { useState } from 'react';
import { partLetter } from '@/core/questions/answers';
import type { AskedPart, AskedSheet } from '@/core/questions/paper';
import { plainText } from '@/core/text/document-json';
import type { EndedAttempt, GivenQuestions } from '@/server/reading/questions/given';
import { DocumentView } from '@/ui/common/document-view';
import type { DeskTools } from '@/ui/kinds/step/kind';
import classes from './questions.module.css';
import { RightWords, useHow } from './tried-words';

/** One part afterwards: what was answered, what it came to and how, what is right, and why. */
function PartResult({
  part,
  letter,
  attempt,
  lang,
}: {
  part: AskedPart;
  letter: string | null;
  attempt: EndedAttempt;
  lang: string;
}) {
  const t = useTranslations('questions');
  const how = useHow();
  const words = attempt.words[part.id] ?? '';
  const score = attempt.score?.parts.find((one) => one.part === part.id);
  const told = attempt.told.find((one) => one.part === part.id);
  const said = attempt.said[part.id];
  const right = score?.points !== null && score?.points === score?.of;
  return (
    <div className={classes.part} data-lettered={letter !== null || undefined}>
      {letter === null ? null : <b>{letter}</b>}
      <div>
        {plainText(part.prompt) === '' ? null : <DocumentView document={part.prompt} lang={lang} />}
        <p className={classes.gave}>
          <small>{t('you-answered')}</small>{' '}
          {words === '' ? <em>{t('nothing')}</em> : <strong className={classes.words}>{words}</strong>}
        </p>
        {score ? (
          <div className={classes.tried} data-right={right || undefined}>
            <p>
              <strong className="num">
                {score.points === null ? t('unread') : t('of-points', { points: score.points, of: score.of })}
              </strong>{' '}
              <span>{how(score)}</span>
            </p>
            <RightWords right={right} told={told} lang={lang} />
            {said ? <p className={classes.said}>{said}</p> : null}
          </div>
        ) : null}
      </div>
    </div>
  );
}

const SheetResult = ({ sheet, attempt, lang }: { sheet: AskedSheet; attempt: EndedAttempt; lang: string }) => {
  const t = useTranslations('questions');
  return (
    <section aria-label={t('question', { n: sheet.number })}>
      <h3 className={classes.numbered}>{t('question', { n: sheet.number })}</h3>
      {sheet.stem ? <DocumentView document={sheet.stem} lang={lang} /> : null}
      {sheet.parts.map((part, i) => (
        <PartResult
          key={part.id}
          part={part}
          letter={sheet.parts.length > 1 ? partLetter(i) : null}
          attempt={attempt}
          lang={lang}
        />
      ))}
    </section>
  );
};

/** What came of the attempts: each with its answers, and with what was right once that may be said. */
export function Result({ given, desk }: { given: GivenQuestions; desk: DeskTools }) {
  const t = useTranslations('questions');
  const format = useFormatter();
  const [shown, setShown] = useState(0);
  const attempt = given.ended[shown] ?? given.ended[0];
  if (!attempt || !given.rules) return null;
  const { standing, score } = attempt;
  const { times, view } = desk;
  const lang = view.class.locale;
  return (
    <div className={classes.result}>
      {given.ended.length > 1 ? (
        <fieldset className={classes.which}>
          <legend>{t('which-attempt')}</legend>
          {given.ended.map(({ id, number }, i) => (
            <button key={id} type="button" className="quiet" aria-pressed={i === shown} onClick={() => setShown(i)}>
              {t('attempt', { n: number })}
            </button>
          ))}
        </fieldset>
      ) : null}
      <h2>{score ? t('came-to', { points: score.points, of: score.of }) : t('is-finished')}</h2>
      <p className="soft">
        {standing.endedAt === null
          ? null
          : t(`ended-${standing.endedBy ?? 'person'}`, { at: times.exact(standing.endedAt) })}{' '}
        {standing.givenBack > 0 ? t('given-back', { length: times.length(Math.ceil(standing.givenBack)) }) : null}{' '}
        {standing.givenMore > 0 ? t('given-more', { length: times.length(standing.givenMore) }) : null}
      </p>
      {score ? null : <p>{t(`tells-${given.rules.tells}`)}</p>}
      {score && score.unread > 0 ? <p>{t('some-unread', { n: score.unread })}</p> : null}
      {given.counted !== null && given.ended.length > 1 ? (
        <p>
          <strong>{t(`counted-${given.rules.counts}`, { points: format.number(given.counted) })}</strong>
        </p>
      ) : null}
      {attempt.sheets.map((sheet) => (
        <SheetResult key={sheet.id} sheet={sheet} attempt={attempt} lang={lang} />
      ))}
    </div>
  );
}
