'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { ClassAnswersView, ShownAnswers, ShownTogether } from '@/server/reading/questions/class-answers';
import { DocumentView } from '@/ui/common/document-view';
import type { Times } from '@/ui/common/times';
import classes from './class-answers.module.css';
import { LetterSail, letterOf } from './letter-sail';
import questions from './questions.module.css';

const AnswerBars = dynamic(() => import('./answer-bars').then(({ AnswerBars: loaded }) => loaded), { ssr: false });

/** What was chosen, in words: a choice as it was set, a number, or true and false. */
function Says({ one, lang }: { one: ShownTogether; lang: string }) {
  const t = useTranslations('questions');
  if (one.doc) return <DocumentView document={one.doc} lang={lang} />;
  return <>{one.says === 'true' || one.says === 'false' ? t(one.says) : one.says}</>;
}

/** One pennant for each answer; one's own is red. */
function Flown({ answers, lang }: { answers: ShownAnswers; lang: string }) {
  const t = useTranslations('questions');
  const most = Math.max(1, ...answers.together.map(({ n }) => n));
  return (
    <ol className={classes.flown}>
      {answers.together.map((one, i) => (
        <li key={one.says} data-mine={one.mine || undefined}>
          <LetterSail letter={letterOf(i)} held={one.mine} />
          <span>
            <Says one={one} lang={lang} />
          </span>
          <span className={classes.count}>
            <b className="num">{one.n}</b>
            {one.mine ? <em>{t('yours')}</em> : null}
          </span>
          <Pennants n={one.n} most={most} mine={one.mine} />
          {one.names.length > 0 ? <small>{one.names.join(', ')}</small> : null}
        </li>
      ))}
    </ol>
  );
}

/** So many pennants are drawn one by one; more become a bar. */
const MOST_PENNANTS = 30;
const WIDE = 18;

function Pennants({ n, most, mine }: { n: number; most: number; mine: boolean }) {
  if (most > MOST_PENNANTS) return <AnswerBars n={n} most={most} mine={mine} />;
  return (
    <svg viewBox={`0 0 ${MOST_PENNANTS * WIDE} 40`} className={classes.pennants} aria-hidden="true">
      <path d={`M${n * WIDE} 4H${MOST_PENNANTS * WIDE}`} stroke="var(--edge)" strokeDasharray="1 5" strokeWidth="1.5" />
      {Array.from({ length: n }, (_, i) => {
        const own = mine && i === n - 1;
        return (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: pennants are all alike
            key={i}
            d={`M${i * WIDE + 2} 4L${i * WIDE + 16} 4L${i * WIDE + 9} ${own ? 36 : 28}Z`}
            fill={own ? 'var(--thread)' : 'var(--sky)'}
            stroke={own ? 'var(--thread)' : 'var(--ink-soft)'}
            strokeWidth="1.4"
            strokeLinejoin="round"
          />
        );
      })}
      <path d={`M0 4H${n * WIDE}`} stroke="var(--ink)" strokeWidth="1.8" />
    </svg>
  );
}

/** What was written: the same words are counted together. */
function Written({ answers }: { answers: ShownAnswers }) {
  const t = useTranslations('questions');
  return (
    <ol className={classes.same}>
      {answers.together.map((one) => (
        <li key={one.says} data-mine={one.mine || undefined}>
          <b className="num">{one.n}</b>
          <bdi>{one.says}</bdi>
          {one.mine ? <em>{t('yours-among')}</em> : null}
          {one.names.length > 0 ? <small>{one.names.join(', ')}</small> : null}
        </li>
      ))}
    </ol>
  );
}

/** The same as a table, for whoever reads that rather. */
function AsTable({ answers, lang }: { answers: ShownAnswers; lang: string }) {
  const t = useTranslations('questions');
  return (
    <details>
      <summary>{t('as-table')}</summary>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">{t('answer')}</th>
            <th scope="col">{t('how-many')}</th>
          </tr>
        </thead>
        <tbody>
          {answers.together.map((one) => (
            <tr key={one.says}>
              <th scope="row">
                <Says one={one} lang={lang} />
              </th>
              <td className="num">{one.n}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

/** How a class answered, part by part. */
export function AnswersOfClass({
  parts,
  lang,
  named,
}: {
  parts: readonly ShownAnswers[];
  lang: string;
  named: boolean;
}) {
  const t = useTranslations('questions');
  return (
    <div className={classes.columns}>
      {parts.map((answers) => (
        <section key={answers.part}>
          <DocumentView document={answers.prompt} lang={lang} />
          <p className={questions.manner}>
            {answers.shown !== 'bars'
              ? t('same-together')
              : t(answers.together.some(({ mine }) => mine) ? 'pennants' : 'pennants-all')}{' '}
            {named ? t('named') : t('unnamed')}
          </p>
          {answers.shown === 'bars' ? <Flown answers={answers} lang={lang} /> : <Written answers={answers} />}
          <AsTable answers={answers} lang={lang} />
        </section>
      ))}
    </div>
  );
}

interface Props {
  readonly step: string;
  readonly lang: string;
  readonly times: Times;
  /** Changes whenever the screen was made anew: then it is asked for again. */
  readonly now: number;
}

/** How the class answered, for one who has answered: it follows what comes in. */
export function ClassAnswers({ step, lang, times, now }: Props) {
  const t = useTranslations('questions');
  const [view, setView] = useState<ClassAnswersView | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked for again with every new screen
  useEffect(() => {
    let left = false;
    fetch(`/api/steps/${step}/class-answers`)
      .then((response) => response.json() as Promise<ClassAnswersView | { ok: false }>)
      .then((found) => {
        if (!left && found.ok) setView(found);
      })
      .catch(() => {});
    return () => {
      left = true;
    };
  }, [step, now]);
  if (!view) return <p role="status">{t('class-opening')}</p>;
  return (
    <section className={classes.class} aria-label={t('class-answers')}>
      <p className={classes.answered}>
        <strong>{t('have-answered', { n: view.answered, of: view.of })}</strong>{' '}
        <span className={classes.knots} aria-hidden="true">
          {Array.from({ length: view.of }, (_, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: knots are all alike
            <i key={i} data-done={i < view.answered || undefined} />
          ))}
        </span>{' '}
        <span className="soft">{view.lastAt === null ? null : t('last-came', { at: times.clock(view.lastAt) })}</span>
      </p>
      <AnswersOfClass parts={view.parts} lang={lang} named={view.names} />
    </section>
  );
}
