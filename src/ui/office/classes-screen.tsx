'use client';

import { TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import { addressOf } from '@/core/places';
import type { ClassesView } from '@/server/reading/office/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { FindField } from './find-field';
import classes from './office.module.css';
import { Pages } from './pages';
import { useOffice } from './use-office';

/** A new class: a name is enough. */
function AddClass() {
  const t = useTranslations('office-classes');
  const { act, busy, problem } = useOffice();
  const [name, setName] = useState('');
  const [room, setRoom] = useState('');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const done = await act('/api/office/classes', { name, room });
    if (!done.ok) return;
    setName('');
    setRoom('');
  };
  return (
    <form className={classes.fields} onSubmit={submit}>
      <TextInput
        label={t('new-name')}
        value={name}
        maxLength={120}
        dir="auto"
        required
        withAsterisk={false}
        onChange={({ currentTarget }) => setName(currentTarget.value)}
      />
      <TextInput
        label={t('room')}
        value={room}
        maxLength={120}
        dir="auto"
        onChange={({ currentTarget }) => setRoom(currentTarget.value)}
      />
      <PrimaryButton type="submit" loading={busy}>
        {t('open')}
      </PrimaryButton>
      <p role="alert" className={classes.problem}>
        {problem}
      </p>
    </form>
  );
}

/** Every class of the school, those that run first. */
export function ClassesScreen({
  view,
  zone,
  now,
}: {
  readonly view: ClassesView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('office-classes');
  const router = useRouter();
  const times = useTimes(zone);
  const { act, busy, problem } = useOffice();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const choose = (id: string, on: boolean) =>
    setChosen(new Set(on ? [...chosen, id] : [...chosen].filter((one) => one !== id)));
  const end = async (ended: boolean) => {
    const done = await act('/api/office/classes/ended', { classes: [...chosen], ended });
    if (done.ok) setChosen(new Set());
  };
  const { list, total, from } = view;
  const page = (at: number) => ({ at: 'office-classes' as const, find: view.find || null, from: at });
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <p className="soft num" role="status">
          {t('total', { n: total })}
        </p>
      </div>
      <div className={classes.choice}>
        <FindField
          given={view.find}
          label={t('find')}
          find={(typed) => router.replace(addressOf({ at: 'office-classes', find: typed || null }), { scroll: false })}
        />
      </div>
      <div className={`${classes.sheet} ${classes.scrolls}`}>
        {list.length === 0 ? <p className={classes.empty}>{t('none')}</p> : null}
        <table className={classes.table} hidden={list.length === 0}>
          <thead>
            <tr>
              <td />
              <th scope="col">{t('column-name')}</th>
              <th scope="col">{t('column-teachers')}</th>
              <th scope="col">{t('column-students')}</th>
              <th scope="col">{t('column-lessons')}</th>
              <th scope="col">{t('room')}</th>
              <th scope="col">{t('column-runs')}</th>
            </tr>
          </thead>
          <tbody>
            {list.map((one) => (
              <tr key={one.id} data-chosen={chosen.has(one.id) || undefined}>
                <td>
                  <input
                    type="checkbox"
                    className={classes.box}
                    aria-label={t('choose', { name: one.name })}
                    checked={chosen.has(one.id)}
                    onChange={({ currentTarget }) => choose(one.id, currentTarget.checked)}
                  />
                </td>
                <th scope="row">
                  <Sail weave={one.weave} />{' '}
                  <PlaceLink to={{ at: 'office-class', class: one.id }}>
                    <bdi className={classes.family}>{one.name}</bdi>
                  </PlaceLink>
                </th>
                <td className={one.teachers.length === 0 ? 'amber' : undefined}>
                  <bdi>{one.teachers.length === 0 ? t('no-teacher') : one.teachers.join(', ')}</bdi>
                </td>
                <td className="num">{one.students}</td>
                <td className="num">{one.lessons}</td>
                <td>
                  <bdi>{one.room}</bdi>
                </td>
                <td className="soft">
                  {one.ended_at === null ? t('runs') : t('ended', { day: times.day(one.ended_at, now) })}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <Pages from={from} shown={list.length} total={total} to={page} />
      </div>
      <section className={classes.section} aria-labelledby="open-class">
        <h2 id="open-class">{t('open-title')}</h2>
        <AddClass />
      </section>
      {chosen.size > 0 ? (
        <section className={classes.strip} aria-label={t('chosen-label')}>
          <p role="status">
            <strong>{t('chosen', { n: chosen.size })}</strong> {t('end-says')}
          </p>
          <p role="alert" className={classes.problem}>
            {problem}
          </p>
          <div className={classes.acts}>
            <button type="button" className="quiet" onClick={() => end(false)}>
              {t('again')}
            </button>
            <PrimaryButton loading={busy} onClick={() => end(true)}>
              {t('end', { n: chosen.size })}
            </PrimaryButton>
          </div>
        </section>
      ) : null}
    </main>
  );
}
