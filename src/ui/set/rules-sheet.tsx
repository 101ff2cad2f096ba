'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Instant } from '@/core/ids';
import { choose } from '@/core/setting/draft-writes';
import { lateLoss, lateness } from '@/core/work/lateness';
import { followsDue, type LateRule, lossIn } from '@/core/work/rules';
import { PlaceLink } from '@/ui/common/place-link';
import { CopyInto } from './copy-into';
import { ForSome, ForWhom, Weekly } from './for-whom';
import { GroupsSlot, Members } from './groups-slot';
import { MomentSlot, NumberSlot } from './moment-slot';
import classes from './set.module.css';
import { Choices, Slot, YesSlot } from './slot';
import { TakingBack } from './taking-back';
import type { SetTools } from './tools';

/** It is fetched where something is lost. */
const LateChart = dynamic(() => import('./late-chart').then((loaded) => loaded.LateChart), { ssr: false });

const LATE: readonly LateRule['kind'][] = ['no-loss', 'loss', 'closed'];
const DAY = 86_400_000;

/** What a loss is at first. */
const LOSS = { kind: 'loss', points: 2, per: 'day', floor: 0 } as const;
const lateOf = (kind: LateRule['kind']): LateRule =>
  (({ 'no-loss': { kind: 'no-loss' }, loss: LOSS, closed: { kind: 'closed' } }) as const)[kind];

/** What the rules come to for one that is handed in at a moment, as a teacher can try. */
function TryMoment({ tools: { draft, times, now } }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { dueAt, late, points } = draft;
  const [days, setDays] = useState(1);
  const loss = lossIn(late);
  if (dueAt === null || !loss || points === null) return null;
  const lost = lateLoss(late, lateness(days * DAY, 0), points);
  return (
    <section className={classes.tryMoment}>
      <h3>{t('try-moment')}</h3>
      <div>
        {t('handed-in-when')}{' '}
        <NumberSlot
          value={days}
          words={t('days-late', { n: days })}
          label={t('how-late')}
          most={60}
          change={(n) => setDays(n ?? 0)}
        />{' '}
        {t('comes-to', { when: times.moment(dueAt + days * DAY, now), points: points - lost, of: points })}
      </div>
      <LateChart
        rule={late}
        dueAt={dueAt}
        closesAt={draft.closesAt}
        points={points}
        tried={{ at: dueAt + days * DAY, points: points - lost }}
        times={times}
        now={now}
      />
    </section>
  );
}

/** The rules of the work as sentences, of which each slot can say something else. */
export function RulesSheet({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { draft, ydoc, view, times, zone, now, unmet } = tools;
  const moments = { lessons: view.lessons, holidays: view.holidays, times, zone, now };
  const lacks = (part: string) => unmet.some((one) => one.part === part);
  const at = (name: 'opensAt' | 'dueAt' | 'closesAt') => (moment: Instant | null) => choose(ydoc, name, moment);
  const loss = lossIn(draft.late);
  const titles = new Map(view.others.map(({ id, title }) => [id, title]));
  return (
    <div className={classes.sentences}>
      <div>
        <ForWhom tools={tools} />
        {'. '}
        <Weekly tools={tools} />
        {'.'}
      </div>
      <div>
        {t('opens')}{' '}
        <MomentSlot
          {...moments}
          at={draft.opensAt}
          change={at('opensAt')}
          label={t('opens-label')}
          none={t('now')}
          lesson="start"
          unmet={lacks('times')}
        />
        {'.'}
      </div>
      <div>
        {t('due')}{' '}
        <MomentSlot
          {...moments}
          at={draft.dueAt}
          change={at('dueAt')}
          label={t('due-label')}
          none={t('never-due')}
          lesson="end"
          unmet={lacks('times')}
        />
        {'.'}
      </div>
      <div>
        <Slot words={t(`late-${draft.late.kind}`)} label={t('late-label')} unmet={lacks('late')}>
          {(close) => (
            <Choices
              choices={LATE.map((kind) => ({ value: kind, words: t(`late-${kind}`) }))}
              chosen={draft.late.kind}
              choose={(kind) => {
                choose(ydoc, 'late', lateOf(kind));
                close();
              }}
            />
          )}
        </Slot>
        {loss ? (
          <>
            {': '}
            <NumberSlot
              value={loss.points}
              step={0.5}
              words={t('points', { n: loss.points })}
              label={t('loss-label')}
              change={(points) => choose(ydoc, 'late', { ...loss, points: points ?? 0 })}
            />{' '}
            <Slot words={t(`per-${loss.per}`)} label={t('per-label')}>
              {(close) => (
                <Choices
                  choices={(['day', 'hour'] as const).map((per) => ({ value: per, words: t(`per-${per}`) }))}
                  chosen={loss.per}
                  choose={(per) => {
                    choose(ydoc, 'late', { ...loss, per });
                    close();
                  }}
                />
              )}
            </Slot>
            {', '}
            <NumberSlot
              value={loss.floor}
              step={0.5}
              words={t('down-to', { n: loss.floor })}
              label={t('floor-label')}
              change={(floor) => choose(ydoc, 'late', { ...loss, floor: floor ?? 0 })}
            />
          </>
        ) : null}
        {'. '}
        {followsDue(draft.late) && !loss ? null : (
          <>
            {t('closes')}{' '}
            <MomentSlot
              {...moments}
              at={draft.closesAt}
              change={at('closesAt')}
              label={t('closes-label')}
              none={t('never-closes')}
              lesson="end"
              unmet={lacks('times')}
            />
            {'.'}
          </>
        )}
      </div>
      <div>
        <YesSlot
          value={draft.takeBack}
          yes={t('take-back')}
          no={t('no-take-back')}
          label={t('take-back-label')}
          change={(value) => choose(ydoc, 'takeBack', value)}
        />
        {'. '}
        <NumberSlot
          value={draft.goes}
          words={draft.goes === null ? t('any-goes') : t('goes', { n: draft.goes })}
          label={t('goes-label')}
          none={t('any-goes')}
          most={100}
          change={(goes) => choose(ydoc, 'goes', goes)}
          unmet={lacks('goes')}
        />
        {'.'}
      </div>
      <div>
        <GroupsSlot tools={tools} />
        {'. '}
        <YesSlot
          value={draft.unnamed}
          yes={t('without-names')}
          no={t('with-names')}
          label={t('names-label')}
          change={(value) => choose(ydoc, 'unnamed', value)}
        />
        {'.'}
      </div>
      <Members tools={tools} />
      <div>
        <YesSlot
          value={draft.inOrder}
          yes={t('in-order')}
          no={t('any-order')}
          label={t('order-label')}
          change={(value) => choose(ydoc, 'inOrder', value)}
        />
        {'.'}
      </div>
      <ForSome tools={tools} />
      {view.others.length === 0 ? null : (
        <div>
          <Slot
            words={
              draft.after.length === 0
                ? t('after-nothing')
                : t('after', { titles: draft.after.map((id) => titles.get(id) ?? '?').join(', ') })
            }
            label={t('after-label')}
            unmet={lacks('after')}
          >
            {() => (
              <ul className={classes.ticks}>
                {view.others.map(({ id, title }) => (
                  <li key={id}>
                    <label>
                      <input
                        type="checkbox"
                        checked={draft.after.includes(id)}
                        onChange={({ currentTarget: { checked } }) =>
                          choose(
                            ydoc,
                            'after',
                            checked ? [...draft.after, id] : draft.after.filter((one) => one !== id),
                          )
                        }
                      />
                      <bdi>{title}</bdi>
                    </label>
                  </li>
                ))}
              </ul>
            )}
          </Slot>
          {'.'}
        </div>
      )}
      <TryMoment tools={tools} />
      <section className={classes.tryMoment}>
        <h3>{t('on-paper')}</h3>
        <PlaceLink to={{ at: 'printed-work', draft: view.draft }}>{t('print-work')}</PlaceLink>
      </section>
      <CopyInto tools={tools} />
      <TakingBack tools={tools} />
    </div>
  );
}
