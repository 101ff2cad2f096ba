'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { addressOf } from '@/core/places';
import type { RosterView } from '@/server/reading/office/rosters';
import { post } from '@/ui/common/client-request';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import office from './office.module.css';
import classes from './roster.module.css';
import { Hatch, Legend } from './roster-band';
import { FileLine } from './roster-file';
import { RosterLines } from './roster-lines';
import { Changes, NewAndGone, Row } from './roster-parts';
import { TakeRoster } from './take-roster';
import { useOffice } from './use-office';

/** What a roster would change, before anything is done; one act does it, and for a day it can be undone. */
export function RosterScreen({
  view,
  zone,
  now,
}: {
  readonly view: RosterView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('roster');
  const times = useTimes(zone);
  const router = useRouter();
  const { act, busy, problem } = useOffice();
  const [stayed, setStayed] = useState<readonly string[]>([]);
  const editable = view.doneAt === null;
  const path = `/api/office/rosters/${view.id}`;
  const change = (said: object) => void act(path, said);
  const choose = (choices: object) => change({ choices });
  const leave = view.choices.people === 'leave' ? view.people.gone : 0;
  const touched = view.people.added + view.people.changed + leave;
  const nothing =
    touched + view.classes.adding.n + view.classes.changing.n + view.members.adding + view.members.changing === 0 &&
    (view.choices.members === 'stay' || view.members.going === 0) &&
    (view.choices.classes === 'stay' || view.classes.going.n === 0);
  const lacks = view.files.some(({ lacking }) => lacking.length > 0);
  const away = async () => {
    if ((await post(`${path}/away`)).ok) router.push(addressOf({ at: 'rosters' }));
  };
  const undo = async () => {
    const answer = await act<{ stay: string[] }>(`${path}/undone`);
    if (answer.ok) setStayed(answer.stay);
  };
  return (
    <main className={office.main} id="main">
      <Hatch />
      <div className={office.head}>
        <h1>{t(editable ? 'would' : view.undoneAt === null ? 'done-title' : 'undone-title')}</h1>
        {editable ? (
          <Legend words={{ same: t('as-it-is'), changed: t('other'), gone: t('not-in'), added: t('is-new') }} />
        ) : null}
      </div>
      {view.files.map((file, i) => (
        <FileLine
          // biome-ignore lint/suspicious/noArrayIndexKey: a file is known by its place
          key={i}
          file={file}
          editable={editable}
          columns={(columns) => change({ columns: { file: i, columns } })}
          head={(isHead) => change({ head: { file: i, isHead } })}
        />
      ))}
      {editable ? <TakeRoster into={view.id} small /> : null}
      {editable ? (
        <>
          <div className={office.sheet}>
            <Row part="people" view={view} editable={editable} choose={choose} />
            <div className={classes.parts}>
              <RosterLines view={view} editable={editable} change={change} />
              <Changes view={view} />
              <NewAndGone view={view} editable={editable} choose={choose} />
            </div>
          </div>
          <Row part="classes" view={view} editable={editable} choose={choose} />
          {view.classes.adding.n > 0 ? (
            <p className={classes.names}>{t('new-classes', { names: view.classes.adding.first.join(', ') })}</p>
          ) : null}
          <Row part="members" view={view} editable={editable} choose={choose} />
        </>
      ) : null}
      {stayed.length > 0 ? <p role="status">{t('stayed', { n: stayed.length, names: stayed.join(', ') })}</p> : null}
      <section className={office.strip} aria-label={t('would')}>
        <div>
          <p role="status">
            {editable ? (
              <>
                <strong>{t('nothing-done')}</strong>{' '}
                {t('come-change-go', { come: view.people.added, change: view.people.changed, go: leave })}
              </>
            ) : view.undoneAt === null ? (
              <strong>{t('done-at', { at: times.moment(view.doneAt ?? now, now) })}</strong>
            ) : (
              <strong>{t('undone-at', { at: times.moment(view.undoneAt, now) })}</strong>
            )}
          </p>
          <p className="soft">
            {editable
              ? view.open > 0
                ? t('without-those', { n: view.open })
                : t('can-be-undone')
              : view.undoUntil === null
                ? t('not-any-more')
                : t('undo-until', { at: times.moment(view.undoUntil, now) })}
          </p>
          <p role="alert" className={classes.problem}>
            {problem}
          </p>
        </div>
        <div className={office.acts}>
          {editable ? (
            <>
              <QuietButton onClick={away}>{t('put-away')}</QuietButton>
              <PrimaryButton
                loading={busy}
                disabled={nothing || lacks}
                onClick={() => act(`${path}/done`, { digest: view.digest })}
              >
                {touched > 0 ? t('do-it', { n: touched }) : t('do-it-classes')}
              </PrimaryButton>
            </>
          ) : view.undoUntil === null ? null : (
            <QuietButton loading={busy} onClick={undo}>
              {t('undo')}
            </QuietButton>
          )}
        </div>
      </section>
    </main>
  );
}
