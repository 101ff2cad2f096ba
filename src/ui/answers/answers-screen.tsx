'use client';

import { useTranslations } from 'next-intl';
import type { AnswersView } from '@/server/reading/questions/answers-screen';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail, WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import classes from './answers.module.css';
import { ByQuestion } from './by-question';
import { PeopleTable } from './people-table';
import { WholeClass } from './whole-class';

interface Props {
  readonly view: AnswersView;
  readonly zone: string;
  readonly now: number;
}

/** The teacher's side of what is asked: who is at it, how the class answered, and what has to be read. */
export function AnswersScreen({ view, zone, now }: Props) {
  const t = useTranslations('answers');
  const asked = useTranslations('questions');
  const times = useTimes(zone);
  return (
    <main className={classes.screen} id="main">
      <WeaveBand weave={view.class.weave} />
      <div className={classes.head}>
        <p className="soft">
          <PlaceLink to={{ at: 'class', class: view.class.id }}>{view.class.name}</PlaceLink>
          {' · '}
          <PlaceLink to={{ at: 'marking', assignment: view.assignment.id }}>
            <bdi>{view.assignment.title}</bdi>
          </PlaceLink>
        </p>
        <h1>
          <Sail weave={view.class.weave} size={20} />
          <bdi>{view.title}</bdi>
        </h1>
        <p className="soft">
          {asked(`purpose-${view.rules.purpose}`)} · {t('facts', { n: view.count, points: view.points })}
          {view.rules.limit === null ? null : ` · ${times.length(view.rules.limit)}`}
        </p>
      </div>
      <WholeClass view={view} />
      <section className={classes.part} aria-labelledby="who">
        <h2 id="who">{t('who', { n: view.answered, of: view.people.length })}</h2>
        <PeopleTable view={view} times={times} now={now} />
      </section>
      <ByQuestion view={view} />
      <section className={classes.part} aria-labelledby="take-away">
        <h2 id="take-away">{t('take-away')}</h2>
        <p className="soft">{t('take-away-says')}</p>
        <p className={classes.away}>
          {['2.1', '3.0'].map((version) => (
            <a key={version} href={`/api/steps/${view.step}/take-away/qti-${version}`} download>
              {t('take-qti', { version })}
            </a>
          ))}
        </p>
        {view.unsaid.length > 0 ? (
          <>
            <p>{t('unsaid-says')}</p>
            <ul>
              {view.unsaid.map(({ number, code }) => (
                <li key={`${number} ${code}`}>{t(`unsaid.${code}`, { n: number })}</li>
              ))}
            </ul>
          </>
        ) : null}
      </section>
    </main>
  );
}
