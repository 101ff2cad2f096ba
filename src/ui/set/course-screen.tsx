'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { byWeek } from '@/core/calendar/weeks';
import type { Instant } from '@/core/ids';
import { addressOf } from '@/core/places';
import { dayBegins } from '@/core/setting/laying';
import type { CourseView } from '@/server/reading/setting/course';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { WeaveBand } from '@/ui/common/sail';
import { type Times, useTimes } from '@/ui/common/times';
import { Cartridge } from './cartridge';
import classes from './course.module.css';
import { Choices, Slot } from './slot';

interface Props {
  readonly view: CourseView;
  readonly zone: string;
  readonly now: Instant;
}

type Chosen = Pick<CourseView, 'from' | 'unit' | 'first'>;

/** From where, how much of it, and from which day on: as a sentence. */
function Sentence({
  view,
  go,
  zone,
  times,
}: {
  view: CourseView;
  go: (to: Partial<Chosen>) => void;
  zone: string;
  times: Times;
}) {
  const t = useTranslations('course');
  const from = view.classes.find(({ id }) => id === view.from);
  const unit = view.units.find(({ id }) => id === view.unit);
  const [day, setDay] = useState(view.first);
  const begins = dayBegins(view.first, zone);
  return (
    <div className={classes.sentence}>
      {t('take')}{' '}
      <Slot words={unit ? t('unit', { title: unit.title }) : t('whole')} label={t('how-much')}>
        {(close) => (
          <Choices
            choices={[
              { value: null as string | null, words: t('whole') },
              ...view.units.map(({ id, title }) => ({ value: id as string | null, words: t('unit', { title }) })),
            ]}
            chosen={view.unit}
            choose={(value) => {
              go({ unit: value });
              close();
            }}
          />
        )}
      </Slot>{' '}
      {t('from')}{' '}
      <Slot words={from?.name ?? '?'} label={t('from-label')}>
        {(close) => (
          <Choices
            choices={view.classes.map(({ id, name, over }) => ({
              value: id as string,
              words: over ? t('over', { name }) : name,
            }))}
            chosen={view.from as string}
            choose={(value) => {
              go({ from: value as Chosen['from'], unit: null });
              close();
            }}
          />
        )}
      </Slot>
      {t('beginning')}{' '}
      <Slot words={begins === null ? view.first : times.heading(begins)} label={t('first-label')}>
        {(close) => (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              go({ first: day });
              close();
            }}
          >
            <label>
              {t('first-label')}{' '}
              <input
                className="field"
                type="date"
                required
                value={day}
                onChange={({ currentTarget: { value } }) => setDay(value)}
              />
            </label>{' '}
            <QuietButton type="submit">{t('take-day')}</QuietButton>
          </form>
        )}
      </Slot>
      {'.'}
    </div>
  );
}

interface WeeksProps {
  readonly view: CourseView;
  readonly left: ReadonlySet<string>;
  readonly leave: (work: string, left: boolean) => void;
  readonly zone: string;
  readonly times: Times;
  readonly now: Instant;
}

/** The picture of what would come of it, week by week: nothing of it is done yet. */
function Weeks({ view, left, leave, zone, times, now }: WeeksProps) {
  const t = useTranslations('course');
  const works = view.picture?.works ?? [];
  const weeks = byWeek(works, ({ dueAt, postedAt }) => dueAt ?? postedAt, view.holidays, zone);
  const moment = (at: Instant) => times.moment(at, now);
  return (
    <ol className={classes.weeks}>
      {weeks.map(({ monday, things, holidays }) => (
        <li key={monday}>
          <h2>{t('week-of', { day: times.heading(dayBegins(monday, zone) ?? 0) })}</h2>
          <ul>
            {holidays.map(({ title }) => (
              <li key={title} className={classes.off}>
                {t('no-lessons', { title })}
              </li>
            ))}
            {things.map(({ id, title, postedAt, dueAt, was }) => (
              <li key={id}>
                <label>
                  <input
                    type="checkbox"
                    checked={!left.has(id)}
                    onChange={({ currentTarget: { checked } }) => leave(id, !checked)}
                  />
                  <bdi>{title}</bdi>
                </label>
                <span>
                  {dueAt === null ? t('posted-at', { when: moment(postedAt) }) : t('due-at', { when: moment(dueAt) })}
                  <small className="soft"> {t('was', { when: moment(was.dueAt ?? was.postedAt) })}</small>
                </span>
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

/** Takes a course, or a unit of it, over into a class: what would come of it is seen before it is done. */
export function CourseScreen({ view, zone, now }: Props) {
  const t = useTranslations('course');
  const router = useRouter();
  const times = useTimes(zone);
  const { class: into, from, unit, first, picture } = view;
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [as, setAs] = useState<'postings' | 'drafts'>('postings');
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<{ readonly posted: number; readonly drafts: number } | null>(null);
  const go = (to: Partial<Chosen>) => {
    setDone(null);
    setLeft(new Set());
    router.replace(addressOf({ at: 'course', class: into.id, from, unit, first, ...to }), { scroll: false });
  };
  const works = picture?.works.filter(({ id }) => !left.has(id)) ?? [];
  const send = async () => {
    setBusy(true);
    const answer = await post<{ posted: number; drafts: number }>(`/api/classes/${into.id}/course`, {
      from,
      unit,
      first,
      as,
      works: works.map(({ id }) => id),
    });
    setBusy(false);
    setProblem(answer.ok ? null : answer.code);
    if (answer.ok) setDone(answer);
  };
  return (
    <>
      <WeaveBand weave={into.weave} />
      <main className={classes.main} id="main">
        <h1>{t('title', { class: into.name })}</h1>
        <Sentence key={first} view={view} go={go} zone={zone} times={times} />
        <p className="soft">{t(view.byLessons ? 'by-lessons' : 'by-days')}</p>
        {done ? (
          <p role="status" className={classes.done}>
            {t('done', done)}{' '}
            <PlaceLink to={{ at: 'class', class: into.id }}>{t('to-class', { class: into.name })}</PlaceLink>
          </p>
        ) : picture ? (
          <>
            <Weeks
              view={view}
              left={left}
              leave={(id, away) => setLeft(new Set(away ? [...left, id] : [...left].filter((one) => one !== id)))}
              zone={zone}
              times={times}
              now={now}
            />
            <section className={classes.foot} aria-label={t('foot')}>
              <div>
                <p>{t('comes', { works: works.length, materials: picture.materials, units: picture.units.length })}</p>
                <div>
                  {t('it-is')}{' '}
                  <Slot words={t(`as-${as}`)} label={t('as-label')}>
                    {(close) => (
                      <Choices
                        choices={(['postings', 'drafts'] as const).map((value) => ({ value, words: t(`as-${value}`) }))}
                        chosen={as}
                        choose={(value) => {
                          setAs(value);
                          close();
                        }}
                      />
                    )}
                  </Slot>
                  {'.'}
                </div>
              </div>
              <PrimaryButton onClick={() => void send()} loading={busy}>
                {t('copy', { n: works.length })}
              </PrimaryButton>
            </section>
          </>
        ) : (
          <p role="status">{t('nothing')}</p>
        )}
        <p role="alert" className={classes.problem}>
          {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
        </p>
        <Cartridge classId={into.id} name={into.name} />
      </main>
    </>
  );
}
