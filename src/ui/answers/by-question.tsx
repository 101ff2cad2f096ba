'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { AnswersView } from '@/server/reading/questions/answers-screen';
import { RubricView } from '@/ui/desk/rubric-view';
import { type Kept, useKeptRemarks } from '@/ui/marking/kept-remarks';
import classes from './answers.module.css';
import { PartOfClass } from './part-of-class';
import { ReadAnswer } from './read-answer';

/** What has to be read, with everything of a person together. */
function ByPerson({ view, bank }: { view: AnswersView; bank: Kept }) {
  const t = useTranslations('answers');
  const all = view.parts.flatMap((part) => part.toRead.map((one) => ({ part, one })));
  const people = [...new Set(all.map(({ one }) => one.attempt))].map((attempt) => {
    const of = all.filter(({ one }) => one.attempt === attempt);
    return { attempt, of, name: of[0]?.one.name ?? '', left: of.filter(({ one }) => one.points === null).length };
  });
  const first = people.find(({ left }) => left > 0);
  return people.map((person) => (
    <details key={person.attempt} className={classes.question} open={person === first || undefined}>
      <summary>
        <bdi>{t('whose', { name: person.name, n: person.left })}</bdi>
      </summary>
      <ul className={classes.reading}>
        {person.of.map(({ part, one }) => (
          <ReadAnswer
            key={part.part}
            one={one}
            part={part}
            bank={bank}
            head={
              <>
                {t('in-question', { n: part.number })}
                <br />
                <bdi>{part.words}</bdi>
              </>
            }
          />
        ))}
      </ul>
    </details>
  ));
}

/** Every question, with how the class answered it; what has to be read is read question by question or person by person. */
export function ByQuestion({ view }: { view: AnswersView }) {
  const t = useTranslations('answers');
  const bank = useKeptRemarks(view.keptRemarks);
  const [byPerson, setByPerson] = useState(false);
  const isRead = view.parts.some(({ toRead }) => toRead.length > 0);
  return (
    <section className={classes.part} aria-labelledby="by-question">
      <h2 id="by-question">{t('by-question')}</h2>
      {isRead ? (
        <fieldset className={classes.ways}>
          <legend>{t('read-by')}</legend>
          {[false, true].map((way) => (
            <label key={String(way)}>
              <input type="radio" name="read-by" checked={byPerson === way} onChange={() => setByPerson(way)} />
              {t(way ? 'by-person' : 'question-by-question')}
            </label>
          ))}
        </fieldset>
      ) : null}
      {isRead && view.rubric.length > 0 ? (
        <details className={classes.question}>
          <summary>{t('rubric')}</summary>
          <RubricView rubric={view.rubric} />
        </details>
      ) : null}
      {byPerson ? (
        <ByPerson view={view} bank={bank} />
      ) : (
        view.parts.map((part) => <PartOfClass key={part.part} part={part} view={view} bank={bank} />)
      )}
    </section>
  );
}
