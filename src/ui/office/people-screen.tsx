'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { type PEOPLE_SORTS, type PeopleShown, saidOf } from '@/core/office/people-shown';
import { givenPart } from '@/core/office/person';
import { addressOf, type Place } from '@/core/places';
import type { PeopleView } from '@/server/reading/office/people';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { AddPerson } from './add-person';
import { ChosenStrip } from './chosen-strip';
import { FindField } from './find-field';
import classes from './office.module.css';
import { Pages } from './pages';
import { PersonSide } from './person-side';
import { ShownSentence } from './shown-sentence';

type Listed = PeopleView['list'][number];

const placeOf = (shown: PeopleShown, more: { person?: string | null; from?: number } = {}): Place => ({
  at: 'people',
  shown: { ...saidOf(shown), from: more.from ? String(more.from) : null },
  person: more.person ?? null,
});

/** How somebody got in, or why they cannot yet. */
function useSignedIn(zone: string, now: number) {
  const t = useTranslations('people');
  const times = useTimes(zone);
  return ({
    signed_in_at: at,
    slip_at,
    slip_open,
    has_password,
  }: Pick<Listed, 'signed_in_at' | 'slip_at' | 'slip_open' | 'has_password'>): string => {
    if (at !== null) return times.moment(at, now);
    if (slip_at === null) return t(has_password ? 'never' : 'never-no-slip');
    return t(slip_open ? 'slip-not-used' : 'slip-over', { day: times.day(slip_at, now) });
  };
}

const SORTED_BY = {
  name: 'family',
  'user-name': 'user-name',
  role: 'role',
  classes: null,
  'signed-in': 'signed-in',
} as const;

/** Everybody of the school in one table: what it shows is a sentence, and so is each of them beside it. */
export function PeopleScreen({
  view,
  zone,
  now,
}: {
  readonly view: PeopleView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('people');
  const router = useRouter();
  const { shown, list, total, counts, from, beside } = view;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [all, setAll] = useState(false);
  const [adding, setAdding] = useState(false);
  const signedIn = useSignedIn(zone, now);
  const show = (changes: Partial<PeopleShown>) => {
    setAll(false);
    router.replace(addressOf(placeOf({ ...shown, ...changes })), { scroll: false });
  };
  const choose = (ids: readonly string[], on: boolean) => {
    setAll(false);
    setChosen((before) => new Set(on ? [...before, ...ids] : [...before].filter((id) => !ids.includes(id))));
  };
  const here = list.map(({ id }) => id as string);
  const chosenHere = here.filter((id) => all || chosen.has(id));
  const none = () => {
    setAll(false);
    setChosen(new Set());
  };
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <div className={classes.acts}>
          <p className="soft">{t('counts', { all: counts.students + counts.teachers + counts.only, ...counts })}</p>
          <button type="button" className="quiet" onClick={() => setAdding(true)}>
            {t('add')}
          </button>
        </div>
      </div>
      <div className={classes.choice}>
        <FindField given={shown.find} label={t('find')} find={(find) => show({ find })} />
        <div className={classes.sentence}>
          <ShownSentence shown={shown} all={view.classes} show={show} />
        </div>
        <p className={`${classes.total} num`} role="status">
          {t('total', { n: total })}
        </p>
      </div>
      <div className={`${classes.sheet} ${classes.beside}`} data-open={beside ? true : undefined}>
        <div className={classes.scrolls}>
          {list.length === 0 ? <p className={classes.empty}>{t('nobody')}</p> : null}
          <table className={classes.table} hidden={list.length === 0}>
            <thead>
              <tr>
                <th scope="col">
                  <input
                    type="checkbox"
                    className={classes.box}
                    aria-label={t('choose-all')}
                    checked={chosenHere.length > 0 && chosenHere.length === here.length}
                    ref={(box) => {
                      if (box) box.indeterminate = chosenHere.length > 0 && chosenHere.length < here.length;
                    }}
                    onChange={({ currentTarget }) => choose(here, currentTarget.checked)}
                  />
                </th>
                {(Object.entries(SORTED_BY) as [keyof typeof SORTED_BY, (typeof PEOPLE_SORTS)[number] | null][]).map(
                  ([column, sort]) => (
                    <th
                      key={column}
                      scope="col"
                      aria-sort={sort !== null && shown.sort === sort ? 'ascending' : undefined}
                    >
                      {sort === null ? (
                        t(`column-${column}`)
                      ) : (
                        <PlaceLink
                          to={placeOf({ ...shown, sort })}
                          aria-current={shown.sort === sort ? 'true' : undefined}
                        >
                          {t(`column-${column}`)}
                          {shown.sort === sort ? ' ↑' : ''}
                        </PlaceLink>
                      )}
                    </th>
                  ),
                )}
              </tr>
            </thead>
            <tbody>
              {list.map((one) => {
                const given = givenPart(one);
                const isChosen = all || chosen.has(one.id);
                return (
                  <tr key={one.id} data-chosen={isChosen || undefined} data-beside={beside?.id === one.id || undefined}>
                    <td>
                      <input
                        type="checkbox"
                        className={classes.box}
                        aria-label={t('choose', { name: one.name })}
                        checked={isChosen}
                        onChange={({ currentTarget }) => {
                          if (all) setChosen(new Set(here.filter((id) => id !== one.id)));
                          choose([one.id], currentTarget.checked);
                        }}
                      />
                    </td>
                    <th scope="row">
                      <PlaceLink to={placeOf(shown, { person: one.id, from })}>
                        <bdi>
                          {given === '' ? (
                            <span className={classes.family}>{one.name}</span>
                          ) : (
                            <>
                              {given} <span className={classes.family}>{one.family}</span>
                            </>
                          )}
                        </bdi>
                      </PlaceLink>
                    </th>
                    <td>
                      <bdi>{one.user_name}</bdi>
                    </td>
                    <td>{t(`role-${one.office && one.role === 'teacher' ? 'both' : one.role}`)}</td>
                    <td className="num">
                      {one.classes}
                      <span className={classes.sails}>
                        {one.weaves.map((weave, i) => (
                          // biome-ignore lint/suspicious/noArrayIndexKey: two classes may have one cloth, and nothing else is known of them
                          <Sail key={i} weave={weave} size={14} />
                        ))}
                      </span>
                    </td>
                    <td className={one.signed_in_at === null ? 'soft' : undefined}>{signedIn(one)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <Pages from={from} shown={list.length} total={total} to={(at) => placeOf(shown, { from: at })} />
        </div>
        {beside ? (
          <PersonSide
            key={beside.id}
            person={beside}
            classes={view.classes}
            close={placeOf(shown, { from })}
            zone={zone}
            now={now}
          />
        ) : null}
      </div>
      {all || chosen.size > 0 ? (
        <ChosenStrip
          chosen={all ? { shown } : { people: [...chosen] }}
          n={all ? total : chosen.size}
          total={total}
          classes={view.classes}
          chooseAll={() => setAll(true)}
          chooseNobody={none}
        />
      ) : null}
      {adding ? <AddPerson all={view.classes} close={() => setAdding(false)} /> : null}
    </main>
  );
}
