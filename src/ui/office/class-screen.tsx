'use client';

import { useFormatter, useTranslations } from 'next-intl';
import { useState } from 'react';
import { wallMoment } from '@/core/calendar/lesson-times';
import { ALL_PEOPLE, saidOf } from '@/core/office/people-shown';
import { WEAVES } from '@/core/setting/weaves';
import { LOCALES, localeOf } from '@/i18n/locales';
import type { ClassView } from '@/server/reading/office/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { Choices, Slot } from '@/ui/set/slot';
import { Acts } from './acts';
import { LessonGrid } from './lesson-grid';
import classes from './office.module.css';
import { TextSlot } from './text-slot';
import { useOffice } from './use-office';

/** Units: stretches of a class's year, which its teachers fill. */
function Units({ view, zone }: { readonly view: ClassView; readonly zone: string }) {
  const t = useTranslations('office-classes');
  const format = useFormatter();
  const { act, busy, problem } = useOffice();
  const [title, setTitle] = useState('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const day = (at: number) => format.dateTime(at, { day: 'numeric', month: 'long', timeZone: zone });
  const add = async () => {
    const startsAt = wallMoment(`${from}T00:00`, zone);
    const endsAt = wallMoment(`${to}T23:59`, zone);
    if (typeof startsAt !== 'number' || typeof endsAt !== 'number') return;
    const done = await act(`/api/office/classes/${view.id}/units`, { title, startsAt, endsAt });
    if (done.ok) setTitle('');
  };
  return (
    <section className={classes.section} aria-labelledby="units">
      <h2 id="units">{t('units')}</h2>
      <ul className={classes.plain}>
        {view.units.map((unit) => (
          <li key={unit.id}>
            <bdi>{unit.title}</bdi>
            <span className="soft">
              {unit.starts_at === null ? '' : day(unit.starts_at)}
              {unit.ends_at === null ? '' : ` – ${day(unit.ends_at)}`}
            </span>
          </li>
        ))}
      </ul>
      <div className={classes.fields}>
        <label>
          {t('unit-title')}
          <br />
          <input
            className="field"
            value={title}
            maxLength={120}
            dir="auto"
            onChange={({ currentTarget }) => setTitle(currentTarget.value)}
          />
        </label>
        <label>
          {t('from')}
          <br />
          <input
            className="field"
            type="date"
            value={from}
            onChange={({ currentTarget }) => setFrom(currentTarget.value)}
          />
        </label>
        <label>
          {t('to')}
          <br />
          <input
            className="field"
            type="date"
            value={to}
            onChange={({ currentTarget }) => setTo(currentTarget.value)}
          />
        </label>
        <PrimaryButton loading={busy} disabled={title.trim() === '' || from === '' || to === ''} onClick={add}>
          {t('add-unit')}
        </PrimaryButton>
      </div>
      <p role="alert" className={classes.problem}>
        {problem}
      </p>
    </section>
  );
}

/** One class as the office sees it: what it is called, who is in it, when it is held. */
export function ClassScreen({
  view,
  zone,
  now,
}: {
  readonly view: ClassView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('office-classes');
  const times = useTimes(zone);
  const { act, problem } = useOffice();
  const path = `/api/office/classes/${view.id}`;
  const change = async (changes: object): Promise<boolean> => (await act(path, changes)).ok;
  const take = (person: string) =>
    act('/api/office/people/many', { chosen: { people: [person] }, act: { act: 'take-out', class: view.id } });
  const students = view.members.filter(({ role }) => role === 'student');
  const teachers = view.members.filter(({ role }) => role === 'teacher');
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>
          <Sail weave={view.weave} size={22} /> <bdi>{view.name}</bdi>
        </h1>
        <PlaceLink to={{ at: 'office-classes' }}>{t('all-classes')}</PlaceLink>
      </div>
      <div className={classes.large}>
        {t.rich('is', {
          name: () => (
            <TextSlot value={view.name} label={t('new-name')} most={120} change={(name) => change({ name })} />
          ),
          room: () => (
            <TextSlot
              value={view.room}
              empty={t('no-room')}
              label={t('room')}
              most={120}
              change={(room) => change({ room })}
            />
          ),
          language: () => (
            <Slot words={LOCALES[localeOf(view.locale)].name} label={t('language')}>
              {(close) => (
                <Choices
                  choices={Object.entries(LOCALES).map(([value, { name }]) => ({ value, words: name }))}
                  chosen={localeOf(view.locale) as string}
                  choose={async (locale) => {
                    close();
                    await change({ locale });
                  }}
                />
              )}
            </Slot>
          ),
          weave: () => (
            <Slot words={t(`weave-${view.weave as (typeof WEAVES)[number]}`)} label={t('weave')}>
              {(close) => (
                <Choices
                  choices={WEAVES.map((value) => ({ value, words: t(`weave-${value}`) }))}
                  chosen={view.weave as (typeof WEAVES)[number]}
                  choose={async (weave) => {
                    close();
                    await change({ weave });
                  }}
                />
              )}
            </Slot>
          ),
          runs: () => (
            <Slot
              words={view.ended_at === null ? t('still-runs') : t('has-ended', { day: times.day(view.ended_at, now) })}
              label={t('column-runs')}
            >
              {(close) => (
                <Choices
                  choices={[
                    { value: false, words: t('still-runs') },
                    { value: true, words: t('ends-now') },
                  ]}
                  chosen={view.ended_at !== null}
                  choose={async (ended) => {
                    close();
                    await act('/api/office/classes/ended', { classes: [view.id], ended });
                  }}
                />
              )}
            </Slot>
          ),
          write: () => (
            <Slot words={t(view.students_write ? 'write' : 'write-not')} label={t('writing')}>
              {(close) => (
                <Choices
                  choices={[
                    { value: false, words: t('write-not') },
                    { value: true, words: t('write') },
                  ]}
                  chosen={view.students_write}
                  choose={async (students) => {
                    close();
                    await act(`${path}/writing`, { students });
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
      <section className={classes.section} aria-labelledby="members">
        <div className={classes.head}>
          <h2 id="members">{t('members', { students: students.length, teachers: teachers.length })}</h2>
          <PlaceLink to={{ at: 'people', shown: saidOf({ ...ALL_PEOPLE, inClass: view.id }) }}>
            {t('in-list')}
          </PlaceLink>
        </div>
        <ul className={classes.members}>
          {view.members.map((one) => (
            <li key={one.id}>
              <PlaceLink to={{ at: 'people', shown: { class: view.id }, person: one.id }}>
                <bdi>{one.name}</bdi>
              </PlaceLink>
              <bdi className="soft">{one.role === 'teacher' ? t('teaches') : one.user_name}</bdi>
              <button
                type="button"
                className={`quiet ${classes.far}`}
                aria-label={t('take-out', { name: one.name })}
                onClick={() => take(one.id)}
              >
                {t('out')}
              </button>
            </li>
          ))}
        </ul>
        <p className="soft">{t('work-stays')}</p>
      </section>
      <section className={classes.section} aria-labelledby="lessons">
        <h2 id="lessons">{t('lessons')}</h2>
        <LessonGrid
          times={view.times}
          lessons={view.lessons}
          save={async (lessons) => (await act(path, { lessons })).ok}
        />
      </section>
      <Units view={view} zone={zone} />
      <section className={classes.section} aria-labelledby="happened">
        <h2 id="happened">{t('happened')}</h2>
        <Acts acts={view.acts} about="class" zone={zone} now={now} />
      </section>
    </main>
  );
}
