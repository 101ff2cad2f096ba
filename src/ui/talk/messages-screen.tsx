'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { addressOf } from '@/core/places';
import type { MessagesView, OpenPartner, PartnerView } from '@/server/reading/talk/messages';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { inTalk } from './composer';
import { FoundMessages } from './found-messages';
import { HoursStrip } from './hours-strip';
import { MessageComposer } from './message-composer';
import { MessageThread } from './message-thread';
import classes from './messages.module.css';
import { OwnHours } from './own-hours';
import { BetweenTwo } from './readers';
import { SentMessages } from './sent-messages';
import { messagePlace } from './take-to-teacher';
import { TitleField } from './title-field';
import { useHourWords } from './use-hour-words';
import { WriteToMany } from './write-to-many';

interface Shown {
  readonly view: MessagesView;
  readonly zone: string;
  readonly now: number;
}

/** Somebody with whom one writes: who they are, what was last, and when they answer. It leads to what was written. */
function PartnerLine({ one, open, view, zone, now }: { one: PartnerView; open: boolean } & Shown) {
  const t = useTranslations('messages');
  const times = useTimes(zone);
  const words = useHourWords();
  const { last } = one;
  return (
    <PlaceLink
      to={open ? { at: 'messages' } : { at: 'messages', with: one.id }}
      className={classes.line}
      aria-expanded={open}
      data-unread={one.unread > 0 || undefined}
    >
      <strong className={classes.name}>
        <bdi>{one.name}</bdi>
      </strong>
      <span className={classes.subjects}>
        {one.classes.map(({ id, name, weave }) => (
          <span key={id}>
            <Sail weave={weave} size={14} /> <bdi>{name}</bdi>
          </span>
        ))}
      </span>
      <span className={classes.last}>
        {last ? (
          <>
            <small>
              {one.unread > 0 ? <b className={classes.new}>{t('new-n', { n: one.unread })} </b> : null}
              {last.own ? `${t('you')}, ` : ''}
              {times.moment(last.at, now)}
            </small>
            <bdi className={classes.preview}>
              {last.words === '' ? t(last.files ? 'a-file' : 'was-withdrawn') : last.words}
            </bdi>
          </>
        ) : (
          <small>{t('nothing-yet')}</small>
        )}
      </span>
      {one.teaches ? (
        <>
          <span className={classes.hours}>
            <b>{one.left ? t('has-left') : words.expected(one.expected)}</b>
            <small>{words.week(one.hours)}</small>
          </span>
          <HoursStrip hours={one.hours} today={view.today} />
        </>
      ) : null}
    </PlaceLink>
  );
}

/** What was written with one of them, and where one writes on or about something new. */
function Opened({ one, open, zone, now }: { one: PartnerView; open: OpenPartner; zone: string; now: number }) {
  const t = useTranslations('messages');
  const times = useTimes(zone);
  const words = useHourWords();
  const refresh = useRefresh();
  const router = useRouter();
  const [title, setTitle] = useState('');
  const talk = open.talks.find(({ id }) => id === open.open?.id);
  const others = open.talks.filter(({ id }) => id !== talk?.id);
  const weave = talk?.weave ?? one.classes[0]?.weave ?? 'plain';
  const may = !one.left && one.classes.length > 0;
  const readers = (
    <>
      <p className={classes.readers}>{t('readers', { name: one.name })}</p>
      <BetweenTwo />
    </>
  );
  const below =
    one.teaches && !one.left ? (
      <p className="soft">{t('expects', { name: one.name, when: words.expected(one.expected) })}</p>
    ) : null;
  return (
    <div className={classes.opened}>
      <div className={classes.talk}>
        {talk && open.open ? (
          <>
            <h2>
              <Sail weave={weave} size={20} />
              <bdi>{talk.assignment ?? (talk.title === '' ? t('untitled') : talk.title)}</bdi>
              {talk.due_at === null ? null : <small>{t('due', { when: times.moment(talk.due_at, now) })}</small>}
            </h2>
            <MessageThread
              key={talk.id}
              partner={open}
              talk={open.open}
              about={talk.assignment_id}
              lang=""
              times={times}
              zone={zone}
              now={now}
            />
          </>
        ) : (
          <p className="soft">{open.talks.length === 0 ? t('nothing-yet') : t('something-new')}</p>
        )}
        {others.length > 0 ? (
          <p className={classes.also}>
            {t('also', { name: one.name })}{' '}
            {others.map((other) => (
              <PlaceLink key={other.id} to={{ at: 'messages', with: one.id, talk: other.id }}>
                <bdi>{other.assignment ?? (other.title === '' ? t('untitled') : other.title)}</bdi>
                {other.unread > 0 ? <b className={classes.new}> {t('new-n', { n: other.unread })}</b> : null}
              </PlaceLink>
            ))}
          </p>
        ) : null}
      </div>
      {may ? (
        <div className={classes.writing}>
          {talk ? (
            <>
              <MessageComposer
                key={talk.id}
                target={inTalk(talk.id, null)}
                place={`talk ${talk.id}`}
                label={t('write', { name: one.name })}
                readers={readers}
                button={t('send-to', { name: one.name })}
                below={below}
                sent={() => refresh()}
              />
              <PlaceLink to={{ at: 'messages', with: one.id, talk: 'new' }}>{t('about-new')}</PlaceLink>
            </>
          ) : (
            <MessageComposer
              target={{ path: `/api/people/${one.id}/messages`, more: { title } }}
              place={messagePlace(one.id)}
              label={t('write', { name: one.name })}
              readers={
                <>
                  {readers}
                  <TitleField title={title} change={setTitle} />
                </>
              }
              button={t('send-to', { name: one.name })}
              below={below}
              sent={(made) => {
                setTitle('');
                router.push(addressOf({ at: 'messages', with: one.id, talk: made }));
              }}
            />
          )}
        </div>
      ) : (
        <p className={classes.writing}>{t(one.left ? 'has-left-says' : 'no-class')}</p>
      )}
    </div>
  );
}

/** Messages: a line for everybody with whom one writes, the one that is open below its line. */
export function MessagesScreen({ view, zone, now }: Shown) {
  const t = useTranslations('messages');
  const [shown, setShown] = useState<'people' | 'sent'>('people');
  const [sought, setSought] = useState('');
  return (
    <main id="main" className={classes.screen}>
      <div className={classes.head}>
        <h1>{t('title-all')}</h1>
        <p className={classes.turn}>
          <button type="button" aria-pressed={shown === 'people'} onClick={() => setShown('people')}>
            {t(view.hours === null ? 'by-teacher' : 'by-person')}
          </button>
          <button type="button" aria-pressed={shown === 'sent'} onClick={() => setShown('sent')}>
            {t('sent', { n: view.sent })}
          </button>
        </p>
        <input
          className={`field ${classes.find}`}
          type="search"
          aria-label={t('find')}
          placeholder={t('find')}
          value={sought}
          dir="auto"
          onChange={({ currentTarget: { value } }) => setSought(value)}
        />
      </div>
      <p className="soft">{t('two-read')}</p>
      {view.hours === null ? null : (
        <>
          <OwnHours hours={view.hours} />
          <WriteToMany classes={view.classes} />
        </>
      )}
      {sought.trim().length > 1 ? (
        <FoundMessages words={sought} zone={zone} now={now} />
      ) : shown === 'sent' ? (
        <SentMessages zone={zone} now={now} />
      ) : (
        <ul className={classes.lines}>
          {view.partners.length === 0 ? <li className="soft">{t('none')}</li> : null}
          {view.partners.map((one) => (
            <li key={one.id} data-open={view.open?.id === one.id || undefined}>
              <PartnerLine one={one} open={view.open?.id === one.id} view={view} zone={zone} now={now} />
              {view.open?.id === one.id ? <Opened one={one} open={view.open} zone={zone} now={now} /> : null}
            </li>
          ))}
        </ul>
      )}
    </main>
  );
}
