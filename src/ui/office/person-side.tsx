'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { addressOf, type Place } from '@/core/places';
import { LOCALES, localeOf } from '@/i18n/locales';
import type { PeopleView, PersonBeside } from '@/server/reading/office/people';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { Choices, Slot } from '@/ui/set/slot';
import { Acts } from './acts';
import classes from './office.module.css';
import { TextSlot } from './text-slot';
import { useOffice } from './use-office';

const AS = ['student', 'teacher', 'both', 'office'] as const;

interface Props {
  readonly person: PersonBeside;
  readonly classes: PeopleView['classes'];
  readonly close: Place;
  readonly zone: string;
  readonly now: number;
}

/** Somebody in a few sentences, each place in them a way to change it. */
export function PersonSide({ person, classes: all, close, zone, now }: Props) {
  const t = useTranslations('people');
  const times = useTimes(zone);
  const router = useRouter();
  const { act, print, busy, problem } = useOffice();
  const change = async (changes: object): Promise<boolean> =>
    (await act(`/api/office/people/${person.id}`, changes)).ok;
  const chosen = { people: [person.id] };
  const many = (what: object) => act('/api/office/people/many', { chosen, act: what });
  const { slip } = person;
  const as = person.office && person.role === 'teacher' ? 'both' : person.role;
  const slipSays = (): string => {
    if (slip === null) return t('no-slip');
    if (slip.used_at !== null) return t('slip-used', { at: times.moment(slip.used_at, now) });
    if (slip.revoked) return t('slip-taken-back');
    return t(`${slip.kind}-until`, { day: times.heading(slip.expires_at ?? now) });
  };
  const others = all.filter(({ id }) => !person.classes.some((one) => one.id === id));
  return (
    <section className={classes.side} aria-label={person.name}>
      <div className={classes.head}>
        <h2>
          <bdi>{person.name}</bdi>
        </h2>
        <PlaceLink to={close}>{t('close')}</PlaceLink>
      </div>
      <div className={classes.sentence}>
        {t.rich('is', {
          name: () => <TextSlot value={person.name} label={t('name')} most={160} change={(name) => change({ name })} />,
          family: () => (
            <TextSlot value={person.family} label={t('family')} most={120} change={(family) => change({ family })} />
          ),
          role: () => (
            <Slot words={t(`role-${as}`)} label={t('column-role')}>
              {(done) => (
                <Choices
                  choices={AS.map((value) => ({ value, words: t(`role-${value}`) }))}
                  chosen={as}
                  choose={async (value) => {
                    done();
                    await change({ role: value === 'both' ? 'teacher' : value, office: value === 'both' });
                  }}
                />
              )}
            </Slot>
          ),
          user: () => (
            <TextSlot
              value={person.user_name}
              label={t('user-name')}
              most={80}
              change={(userName) => change({ userName })}
            />
          ),
          language: () => (
            <Slot words={LOCALES[localeOf(person.locale ?? 'en')].name} label={t('language')}>
              {(done) => (
                <Choices
                  choices={Object.entries(LOCALES).map(([value, { name }]) => ({ value, words: name }))}
                  chosen={localeOf(person.locale ?? 'en') as string}
                  choose={async (locale) => {
                    done();
                    await change({ locale });
                  }}
                />
              )}
            </Slot>
          ),
          stays: () => (
            <Slot words={t(person.left_at === null ? 'stays' : 'has-left')} label={t('whether-left')}>
              {(done) => (
                <Choices
                  choices={[
                    { value: false, words: t('stays') },
                    { value: true, words: t('has-left') },
                  ]}
                  chosen={person.left_at !== null}
                  choose={async (left) => {
                    done();
                    await change({ left });
                  }}
                />
              )}
            </Slot>
          ),
          came: person.came_at === null ? 'no' : 'yes',
          day: person.came_at === null ? '' : times.heading(person.came_at),
        })}
      </div>
      <p role="alert" className={classes.problem}>
        {problem}
      </p>
      <section>
        <h3>{t('signing-in')}</h3>
        <p className={classes.sentence}>
          {person.signed_in_at === null ? t('never-yet') : t('last-in', { at: times.moment(person.signed_in_at, now) })}{' '}
          {slipSays()}
        </p>
        {person.left_at === null ? (
          <div className={classes.acts}>
            <button
              type="button"
              className="quiet"
              disabled={busy}
              onClick={() => print('/api/office/slips', { chosen, kind: 'once' }, 'slip.pdf')}
            >
              {t(person.has_password ? 'reset-by-slip' : 'print-slip')}
            </button>
            <button
              type="button"
              className="quiet"
              disabled={busy}
              onClick={() => print('/api/office/slips', { chosen, kind: 'card' }, 'card.pdf')}
            >
              {t('print-card')}
            </button>
            {slip !== null && slip.used_at === null && !slip.revoked ? (
              <button type="button" className="quiet" disabled={busy} onClick={() => many({ act: 'take-back-slips' })}>
                {t('many-take-back-slips')}
              </button>
            ) : null}
            {person.signed_in_at === null ? null : (
              <button type="button" className="quiet" disabled={busy} onClick={() => many({ act: 'sign-out' })}>
                {t('many-sign-out')}
              </button>
            )}
          </div>
        ) : null}
      </section>
      {person.role === 'office' ? null : (
        <section>
          <h3>{t('in-classes', { n: person.classes.length })}</h3>
          <ul>
            {person.classes.map((one) => (
              <li key={one.id}>
                <Sail weave={one.weave} />
                <PlaceLink to={{ at: 'office-class', class: one.id }}>
                  <bdi>{one.name}</bdi>
                </PlaceLink>
                <bdi className={`${classes.far} soft`}>
                  {one.role === 'teacher' ? t('teaches-it') : one.teachers.join(', ')}
                </bdi>
                <button
                  type="button"
                  className="quiet"
                  aria-label={t('take-out-of', { class: one.name })}
                  onClick={() => many({ act: 'take-out', class: one.id })}
                >
                  ×
                </button>
              </li>
            ))}
            {others.length === 0 ? null : (
              <li>
                <Slot words={t('one-class-more')} label={t('put-into')}>
                  {(done) => (
                    <Choices
                      choices={others.map(({ id, name }) => ({ value: id as string, words: name }))}
                      chosen={null as string | null}
                      choose={async (id) => {
                        done();
                        await many({ act: 'put-into', class: id });
                      }}
                    />
                  )}
                </Slot>
              </li>
            )}
          </ul>
        </section>
      )}
      <section>
        <h3>{t('happened')}</h3>
        {person.acts.length === 0 ? (
          <p className="soft">{t('nothing-happened')}</p>
        ) : (
          <Acts acts={person.acts} about="person" zone={zone} now={now} />
        )}
      </section>
      {person.left_at === null ? null : (
        <section>
          <Slot words={t('erase')} label={t('erase')}>
            {(done) => (
              <>
                <p>{t('erase-says')}</p>
                <PrimaryButton
                  loading={busy}
                  onClick={async () => {
                    done();
                    const answer = await act(`/api/office/people/${person.id}/erased`);
                    if (answer.ok) router.replace(addressOf(close));
                  }}
                >
                  {t('erase-now', { name: person.name })}
                </PrimaryButton>
              </>
            )}
          </Slot>
        </section>
      )}
      <section>
        <p className="soft">{t('sees-no-work')}</p>
      </section>
    </section>
  );
}
