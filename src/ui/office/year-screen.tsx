'use client';

import { Textarea, TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import type { SchoolDraft } from '@/core/office/school';
import { type Term, type Year, type YearProblem, yearUnmet } from '@/core/office/year';
import type { YearView } from '@/server/reading/office/year';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { Choices, Slot } from '@/ui/set/slot';
import classes from './office.module.css';
import { SchoolSentences } from './school-sentences';
import { useOffice } from './use-office';

function Stretches({
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

function LessonTimes({
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

function Notices({ view, zone }: { readonly view: YearView; readonly zone: string }) {
  const t = useTranslations('year');
  const times = useTimes(zone);
  const { act, busy, problem } = useOffice();
  const [title, setTitle] = useState('');
  const [body, setBody] = useState('');
  const [forRole, setForRole] = useState<'student' | 'teacher' | null>(null);
  const [days, setDays] = useState(7);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const done = await act('/api/office/notices', { title, body, forRole, days });
    if (!done.ok) return;
    setTitle('');
    setBody('');
  };
  return (
    <section className={classes.section} aria-labelledby="notices">
      <h2 id="notices">{t('notices')}</h2>
      <ul className={classes.plain}>
        {view.notices.map((one) => (
          <li key={one.id}>
            <strong>
              <bdi>{one.title}</bdi>
            </strong>
            <span className="soft">
              {t('notice-until', { for: one.for_role ?? 'all', day: times.heading(one.until) })}
            </span>
            <button
              type="button"
              className={`quiet ${classes.far}`}
              onClick={() => act(`/api/office/notices/${one.id}`)}
            >
              {t('end-notice', { title: one.title })}
            </button>
          </li>
        ))}
      </ul>
      <form onSubmit={submit}>
        <TextInput
          label={t('notice-title')}
          value={title}
          maxLength={120}
          dir="auto"
          required
          withAsterisk={false}
          onChange={({ currentTarget }) => setTitle(currentTarget.value)}
        />
        <Textarea
          label={t('notice-body')}
          value={body}
          maxLength={2000}
          dir="auto"
          autosize
          minRows={2}
          onChange={({ currentTarget }) => setBody(currentTarget.value)}
        />
        <div className={classes.sentence}>
          {t.rich('notice-for', {
            who: () => (
              <Slot words={t(`for-${forRole ?? 'all'}`)} label={t('for-whom')}>
                {(close) => (
                  <Choices
                    choices={[
                      { value: null, words: t('for-all') },
                      { value: 'student', words: t('for-student') },
                      { value: 'teacher', words: t('for-teacher') },
                    ]}
                    chosen={forRole}
                    choose={(value) => {
                      setForRole(value as typeof forRole);
                      close();
                    }}
                  />
                )}
              </Slot>
            ),
            days: () => (
              <Slot words={t('for-days', { n: days })} label={t('how-long')}>
                {(close) => (
                  <Choices
                    choices={[1, 3, 7, 14, 30, 90].map((value) => ({ value, words: t('for-days', { n: value }) }))}
                    chosen={days}
                    choose={(value) => {
                      setDays(value);
                      close();
                    }}
                  />
                )}
              </Slot>
            ),
          })}
        </div>
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
        <QuietButton type="submit" loading={busy}>
          {t('give-notice')}
        </QuietButton>
      </form>
    </section>
  );
}

/** The school's year: what it says of itself, its terms, its holidays, its lessons' times, and what it tells everybody. */
export function YearScreen({
  view,
  school,
  zone,
  now,
}: {
  readonly view: YearView;
  readonly school: SchoolDraft;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('year');
  const { act, busy, problem } = useOffice();
  const [year, setYear] = useState<Year>({ terms: view.terms, holidays: view.holidays, times: view.times });
  const [changed, setChanged] = useState(false);
  const problems = yearUnmet(year);
  const change = (changes: Partial<Year>) => {
    setYear({ ...year, ...changes });
    setChanged(true);
  };
  const save = async () => {
    const done = await act('/api/office/year', year);
    if (done.ok) setChanged(false);
  };
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <PlaceLink to={{ at: 'office-log' }}>{t('log')}</PlaceLink>
      </div>
      <section className={classes.section} aria-labelledby="school">
        <h2 id="school">{t('school')}</h2>
        <SchoolSentences
          school={school}
          now={now}
          change={async (changes) => (await act('/api/office/school', { ...school, ...changes })).ok}
          line={(part, sentence, more) => (
            <div key={part}>
              <div className={classes.sentence}>{sentence}</div>
              {more ? <div className={`${classes.sentence} soft`}>{more}</div> : null}
            </div>
          )}
        />
      </section>
      <Stretches part="terms" days={year.terms} problems={problems} change={(terms) => change({ terms })} />
      <Stretches part="holidays" days={year.holidays} problems={problems} change={(holidays) => change({ holidays })} />
      <LessonTimes times={year.times} problems={problems} change={(times) => change({ times })} />
      <Notices view={view} zone={zone} />
      <section className={classes.section} aria-labelledby="year-end">
        <h2 id="year-end">{t('year-end')}</h2>
        <p>{t('year-end-says', { n: view.classes.length })}</p>
        {view.classes.length === 0 ? null : (
          <Slot words={t('end-all', { n: view.classes.length })} label={t('year-end')}>
            {(close) => (
              <>
                <p>{t('sure')}</p>
                <PrimaryButton
                  loading={busy}
                  onClick={async () => {
                    close();
                    await act('/api/office/classes/ended', { classes: view.classes.map(({ id }) => id), ended: true });
                  }}
                >
                  {t('end-all', { n: view.classes.length })}
                </PrimaryButton>
              </>
            )}
          </Slot>
        )}
      </section>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      ) : null}
      {changed ? (
        <section className={classes.strip} aria-label={t('title')}>
          <p role="status">{problems.length === 0 ? t('not-kept') : t('mend-first', { n: problems.length })}</p>
          <PrimaryButton loading={busy} disabled={problems.length > 0} onClick={save}>
            {t('keep')}
          </PrimaryButton>
        </section>
      ) : null}
    </main>
  );
}
