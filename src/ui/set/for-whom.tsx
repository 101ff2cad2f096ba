'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { wallMoment, wallText } from '@/core/calendar/lesson-times';
import type { Instant, PersonId } from '@/core/ids';
import type { AssignmentDraft } from '@/core/setting/draft';
import { choose } from '@/core/setting/draft-writes';
import { NumberField } from '@/ui/common/number-field';
import { PlaceLink } from '@/ui/common/place-link';
import { QuietButton } from '@/ui/common/primary-button';
import { MomentSlot } from './moment-slot';
import classes from './set.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';

type Arranged = AssignmentDraft['arranged'][number];

/** Some of the class, each by a tick. */
function Ticks({ tools: { view, draft, ydoc } }: { tools: SetTools }) {
  const { only } = draft;
  return (
    <ul className={classes.ticks}>
      {view.students.map(({ id, name }) => (
        <li key={id}>
          <label>
            <input
              type="checkbox"
              checked={only.includes(id as PersonId)}
              onChange={({ currentTarget: { checked } }) =>
                choose(ydoc, 'only', checked ? [...only, id as PersonId] : only.filter((one) => one !== id))
              }
            />
            <bdi>{name}</bdi>
          </label>
        </li>
      ))}
    </ul>
  );
}

/** For whom the work is: for everybody in the class, or for those who are ticked. */
export function ForWhom({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { view, draft, ydoc, unmet } = tools;
  const names = new Map(view.students.map(({ id, name }) => [id as string, name]));
  const { only } = draft;
  return (
    <Slot
      words={
        only.length === 0
          ? t('for-everybody')
          : t('for-some', { n: only.length, names: only.map((id) => names.get(id) ?? '?').join(', ') })
      }
      label={t('for-label')}
      unmet={unmet.some(({ part }) => part === 'for')}
    >
      {(close) => (
        <>
          <Choices
            choices={[
              { value: '', words: t('for-everybody') },
              ...view.grouped.flatMap(({ title, groups }) =>
                groups.map((_, i) => ({ value: `${title} ${i}`, words: t('for-group', { n: i + 1, title }) })),
              ),
            ]}
            chosen={only.length === 0 ? '' : null}
            choose={(value) => {
              const group = view.grouped
                .flatMap(({ title, groups }) => groups.map((members, i) => ({ key: `${title} ${i}`, members })))
                .find(({ key }) => key === value);
              choose(ydoc, 'only', group?.members.filter((id) => names.has(id)) ?? []);
              close();
            }}
          />
          <p>{t('for-ticked')}</p>
          <Ticks tools={tools} />
        </>
      )}
    </Slot>
  );
}

const HOUR = 60;

/** More time for one, or that they need not do it. */
function Arrange({ tools: { view, draft, ydoc }, close }: { tools: SetTools; close: () => void }) {
  const t = useTranslations('set');
  const free = view.students.filter(({ id }) => !draft.arranged.some(({ student }) => student === id));
  const [who, setWho] = useState(free[0]?.id ?? '');
  const [hours, setHours] = useState<number | null>(24);
  const add = (minutes: number | null) => {
    choose(ydoc, 'arranged', [...draft.arranged, { student: who as PersonId, minutes }]);
    close();
  };
  return (
    <>
      <label>
        {t('arrange-who')}{' '}
        <select className="field" value={who} onChange={({ currentTarget: { value } }) => setWho(value)}>
          {free.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <NumberField label={t('arrange-hours')} value={hours} change={setHours} min={0.5} max={1440} step={0.5} />
      <p className={classes.moves}>
        <QuietButton disabled={who === '' || !hours} onClick={() => add(Math.round((hours ?? 0) * HOUR))}>
          {t('arrange-give')}
        </QuietButton>
        <QuietButton disabled={who === ''} onClick={() => add(null)}>
          {t('arrange-excuse')}
        </QuietButton>
      </p>
    </>
  );
}

/** What holds for some alone. Once it is posted, that is arranged where the class's work is marked. */
export function ForSome({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { view, draft, ydoc, times } = tools;
  if (view.posted)
    return (
      <p className="soft">
        {t('arranged-there')}{' '}
        <PlaceLink to={{ at: 'marking', assignment: view.posted.assignment }}>{t('to-marking')}</PlaceLink>
      </p>
    );
  const names = new Map(view.students.map(({ id, name }) => [id as string, name]));
  const says = ({ student, minutes }: Arranged) =>
    minutes === null
      ? t('is-excused', { name: names.get(student) ?? '?' })
      : t('has-more', { name: names.get(student) ?? '?', length: times.length(minutes) });
  return (
    <>
      {draft.arranged.length > 0 ? (
        <ul className={classes.arranged}>
          {draft.arranged.map((one) => (
            <li key={one.student}>
              {says(one)}{' '}
              <button
                type="button"
                className="quiet"
                onClick={() =>
                  choose(
                    ydoc,
                    'arranged',
                    draft.arranged.filter((other) => other !== one),
                  )
                }
              >
                {t('drop')}
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      <Slot words={t('arrange')} label={t('arrange-label')}>
        {(close) => <Arrange tools={tools} close={close} />}
      </Slot>
    </>
  );
}

const WEEK = 7 * 86_400_000;

/** The evening of the day of a moment. */
function eveningOf(at: Instant, zone: string): Instant {
  const evening = wallMoment(`${wallText(at, zone).slice(0, 10)}T18:00`, zone);
  return typeof evening === 'string' ? at : evening;
}

/** Is it set once, or does it come again every week? */
export function Weekly({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { view, draft, ydoc, times, zone, now } = tools;
  const { again } = draft;
  const until = (at: Instant | null) => choose(ydoc, 'again', at === null ? null : { until: at });
  return (
    <>
      <Slot words={t(again ? 'weekly' : 'once')} label={t('again-label')}>
        {(close) => (
          <Choices
            choices={[
              { value: false, words: t('once') },
              { value: true, words: t('weekly') },
            ]}
            chosen={again !== null}
            choose={(weekly) => {
              until(weekly ? eveningOf(Math.max(draft.dueAt ?? 0, now) + 8 * WEEK, zone) : null);
              close();
            }}
          />
        )}
      </Slot>
      {again ? (
        <>
          {' '}
          {t('until')}{' '}
          <MomentSlot
            at={again.until}
            change={until}
            label={t('until-label')}
            none={t('once')}
            lesson="end"
            lessons={view.lessons}
            holidays={view.holidays}
            times={times}
            zone={zone}
            now={now}
          />
        </>
      ) : null}
    </>
  );
}
