import { useTranslations } from 'next-intl';
import type { Term, Year, YearProblem } from '@/core/office/year';
import classes from './office.module.css';

/** Terms or holidays, each a line that can be changed. */
export function Stretches({
  part,
  days,
  problems,
  change,
}: {
  readonly part: 'terms' | 'holidays';
  readonly days: readonly Term[];
  readonly problems: readonly YearProblem[];
  readonly change: (days: readonly Term[]) => void;
}) {
  const t = useTranslations('year');
  const put = (at: number, changes: Partial<Term>) =>
    change(days.map((one, i) => (i === at ? { ...one, ...changes } : one)));
  return (
    <section className={classes.section} aria-labelledby={part}>
      <h2 id={part}>{t(part)}</h2>
      <div className={classes.scrolls}>
        <table className={classes.lines} hidden={days.length === 0}>
          <thead>
            <tr>
              <th scope="col">{t('called')}</th>
              <th scope="col">{t('first-day')}</th>
              <th scope="col">{t('last-day')}</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {days.map(({ title, from, to }, i) => {
              const problem = problems.find((one) => one.part === part && one.at === i);
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: a line is known by its place
                <tr key={i}>
                  <td>
                    <input
                      className="field"
                      aria-label={t('called')}
                      value={title}
                      maxLength={100}
                      dir="auto"
                      onChange={({ currentTarget }) => put(i, { title: currentTarget.value })}
                    />
                  </td>
                  <td>
                    <input
                      className="field"
                      type="date"
                      aria-label={t('first-day')}
                      value={from}
                      onChange={({ currentTarget }) => put(i, { from: currentTarget.value })}
                    />
                  </td>
                  <td>
                    <input
                      className="field"
                      type="date"
                      aria-label={t('last-day')}
                      value={to}
                      onChange={({ currentTarget }) => put(i, { to: currentTarget.value })}
                    />
                  </td>
                  <td>
                    <button type="button" className="quiet" onClick={() => change(days.filter((_, at) => at !== i))}>
                      {t('take-out', { title })}
                    </button>
                    {problem ? <span className={classes.problem}> {t(`problem-${problem.code}`)}</span> : null}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <button type="button" className="quiet" onClick={() => change([...days, { title: '', from: '', to: '' }])}>
        {t(`add-${part}`)}
      </button>
    </section>
  );
}

/** When the lessons of a day are held. */
export function LessonTimes({
  times,
  problems,
  change,
}: {
  readonly times: Year['times'];
  readonly problems: readonly YearProblem[];
  readonly change: (times: Year['times']) => void;
}) {
  const t = useTranslations('year');
  const padded = (clock: string) => clock.padStart(5, '0');
  return (
    <section className={classes.section} aria-labelledby="times">
      <h2 id="times">{t('times')}</h2>
      <p className="soft">{t('times-say')}</p>
      <ul className={classes.plain}>
        {times.map(({ number, starts, ends }, i) => {
          const problem = problems.find((one) => one.part === 'times' && one.at === i);
          const put = (changes: object) => change(times.map((one, at) => (at === i ? { ...one, ...changes } : one)));
          return (
            <li key={number}>
              <span className="num">{t('lesson', { n: number })}</span>
              <input
                className="field"
                type="time"
                aria-label={t('starts', { n: number })}
                value={padded(starts)}
                onChange={({ currentTarget }) => put({ starts: currentTarget.value })}
              />
              <input
                className="field"
                type="time"
                aria-label={t('ends', { n: number })}
                value={padded(ends)}
                onChange={({ currentTarget }) => put({ ends: currentTarget.value })}
              />
              <button type="button" className="quiet" onClick={() => change(times.filter((_, at) => at !== i))}>
                {t('take-out', { title: t('lesson', { n: number }) })}
              </button>
              {problem ? <span className={classes.problem}>{t(`problem-${problem.code}`)}</span> : null}
            </li>
          );
        })}
      </ul>
      <button
        type="button"
        className="quiet"
        onClick={() =>
          change([...times, { number: Math.max(0, ...times.map(({ number }) => number)) + 1, starts: '', ends: '' }])
        }
      >
        {t('add-times')}
      </button>
    </section>
  );
}
