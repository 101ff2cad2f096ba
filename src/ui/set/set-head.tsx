'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import { choose, writeTitle } from '@/core/setting/draft-writes';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import desk from '@/ui/desk/desk.module.css';
import { SafetyWords } from '@/ui/desk/safety-words';
import { useSessionState } from '@/ui/desk/use-sessions';
import { MomentSlot, NumberSlot } from './moment-slot';
import classes from './set.module.css';
import { Choices, Slot } from './slot';
import type { SetTools } from './tools';
import { useTyped } from './use-typed';

/** The name of the work, typed where it stands. */
function Title({ tools: { draft, ydoc, editable, unmet } }: { tools: SetTools }) {
  const t = useTranslations('set');
  const [typed, setTyped] = useTyped(draft.title);
  const field = useRef<HTMLInputElement>(null);
  // A new draft begins with its name; a name that is deleted later takes no caret from elsewhere.
  const [isNew] = useState(draft.title === '');
  useEffect(() => {
    if (isNew) field.current?.focus();
  }, [isNew]);
  return (
    <input
      ref={field}
      className={classes.title}
      id="set-title"
      value={typed}
      readOnly={!editable}
      maxLength={200}
      dir="auto"
      placeholder={t('write-title')}
      aria-label={t('title')}
      data-unmet={unmet.some(({ part }) => part === 'title') || undefined}
      onChange={({ currentTarget: { value } }) => {
        setTyped(value);
        writeTitle(ydoc, value);
      }}
    />
  );
}

/** What the work is called, where it stands, when it is due and what it counts: all of it to be written on in place. */
export function SetHead({ tools }: { tools: SetTools }) {
  const t = useTranslations('set');
  const { draft, ydoc, view, times, zone, now, session, unmet } = tools;
  const safety = useSessionState(session);
  const unit = view.units.find(({ id }) => id === draft.unit);
  const lacks = (part: string) => unmet.some((one) => one.part === part);
  return (
    <div className={`${desk.head} ${classes.head}`}>
      <div className={`${desk.name} ${classes.name}`}>
        <div className={`${desk.crumb} ${classes.crumb}`}>
          <PlaceLink to={{ at: 'class', class: view.class.id }}>
            <bdi>{view.class.name}</bdi>
          </PlaceLink>
          {' · '}
          <Slot words={unit?.title ?? t('no-unit')} label={t('unit')} unmet={lacks('unit')}>
            {(close) => (
              <Choices
                choices={[
                  { value: null, words: t('no-unit') },
                  ...view.units.map(({ id, title }) => ({ value: id, words: title })),
                ]}
                chosen={draft.unit}
                choose={(value) => {
                  choose(ydoc, 'unit', value);
                  close();
                }}
              />
            )}
          </Slot>
        </div>
        <h1>
          <Sail weave={view.class.weave} size={20} />
          <Title tools={tools} />
        </h1>
      </div>
      <div className={`${desk.facts} ${classes.facts}`}>
        <div>
          {t('due')}{' '}
          <MomentSlot
            at={draft.dueAt}
            change={(at) => choose(ydoc, 'dueAt', at)}
            label={t('due-label')}
            none={t('never-due')}
            lesson="end"
            lessons={view.lessons}
            holidays={view.holidays}
            times={times}
            zone={zone}
            now={now}
            unmet={lacks('times')}
          />
          {', '}
          <NumberSlot
            value={draft.points}
            words={draft.points === null ? t('no-points') : t('points', { n: draft.points })}
            label={t('points-label')}
            none={t('no-points')}
            step={0.5}
            unmet={lacks('points')}
            change={(points) => choose(ydoc, 'points', points)}
          />
          {', '}
          <NumberSlot
            value={draft.minutes}
            words={t('about', { length: times.length(draft.minutes) })}
            label={t('minutes-label')}
            unmet={lacks('minutes')}
            change={(minutes) => choose(ydoc, 'minutes', minutes ?? 0)}
          />
        </div>
        <p className={desk.standing}>
          <span>
            {view.posted === null
              ? t('is-draft')
              : view.posted.postedAt > now
                ? t('is-waiting', { when: times.moment(view.posted.postedAt, now) })
                : t('is-posted')}
          </span>
          <span aria-hidden="true">·</span>
          <SafetyWords state={safety} times={times} />
        </p>
      </div>
    </div>
  );
}
