'use client';

import { useLocale, useTranslations } from 'next-intl';
import { type ReactNode, useEffect, useState } from 'react';
import { foldedUserName, nameProblem, namesOf, userNameProblem } from '@/core/office/person';
import { type SchoolDraft, schoolUnmet } from '@/core/office/school';
import { addressOf } from '@/core/places';
import { LOCALES, type Locale, localeOf } from '@/i18n/locales';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { Beginning } from '@/ui/office/beginning';
import { SchoolSentences } from '@/ui/office/school-sentences';
import { TextSlot } from '@/ui/office/text-slot';
import { YesSlot } from '@/ui/set/slot';
import { WayInHead } from '@/ui/sign-in/way-in-head';
import classes from './begin.module.css';

interface Props {
  /** Until when this page is this browser's; `null` while the code has not been said. */
  readonly until: number | null;
  /** What stands on the way in, in each language. */
  readonly wayIn: Readonly<Record<Locale, { readonly title: string; readonly whom: string }>>;
  readonly now: number;
}

interface First {
  readonly name: string;
  readonly userName: string;
  readonly password: string;
  readonly teaches: boolean;
}

/** What people will read on the way in, as it is said so far. */
function WillRead({
  school,
  locale,
  wayIn,
}: {
  readonly school: SchoolDraft;
  readonly locale: Locale;
  readonly wayIn: { readonly title: string; readonly whom: string };
}) {
  const rtl = LOCALES[locale].direction === 'rtl';
  const said = school.said[locale] ?? {};
  const [before, after] = wayIn.whom.split('{help}');
  return (
    <div className={classes.preview} lang={locale} dir={rtl ? 'rtl' : 'ltr'}>
      <p className={classes.previewHead}>
        <strong>{wayIn.title}</strong>
        <bdi className="soft">{said.name || school.name}</bdi>
      </p>
      <div className={classes.previewFields} aria-hidden="true">
        <span />
        <span />
      </div>
      <p className={classes.previewHelp}>
        {before}
        <bdi>{said.help || school.help || '…'}</bdi>
        {after}
      </p>
    </div>
  );
}

const PARTS = ['code', 'name', 'zone', 'languages', 'help', 'person'] as const;
type Part = (typeof PARTS)[number];

/** The first screen of a school: six sentences, of which each place can be filled in. */
export function BeginScreen({ until: given, wayIn, now }: Props) {
  const t = useTranslations('begin');
  const locale = localeOf(useLocale());
  const [until, setUntil] = useState(given);
  const [school, setSchool] = useState<SchoolDraft>({
    name: '',
    zone: 'UTC',
    languages: ['en', 'ar'],
    help: '',
    said: {},
  });
  const [person, setPerson] = useState<First>({ name: '', userName: '', password: '', teaches: false });
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    setSchool((before) => ({ ...before, zone, languages: locale === 'ar' ? ['ar', 'en'] : ['en', 'ar'] }));
  }, [locale]);
  const times = useTimes(school.zone);
  const refuse = (answer: { readonly code: string }) =>
    setProblem(t(keyOr(t.has, `problem.${answer.code}`, 'problem.broke')));
  const unmet = new Set<Part>([
    ...(until === null ? (['code'] as const) : []),
    ...schoolUnmet(school).map(({ part }) => part),
    ...(nameProblem(namesOf(person.name).name) ||
    userNameProblem(foldedUserName(person.userName)) ||
    person.password.length < 8
      ? (['person'] as const)
      : []),
  ]);
  const next = PARTS.find((part) => unmet.has(part));
  const sayCode = async (code: string) => {
    setProblem(null);
    const answer = await post<{ until: number }>('/api/begin/code', { code });
    if (answer.ok) setUntil(answer.until);
    else refuse(answer);
    return answer.ok;
  };
  const begin = async () => {
    setBusy(true);
    setProblem(null);
    const answer = await post('/api/begin', { school, person: { ...person, name: namesOf(person.name).name } });
    if (answer.ok) return window.location.assign(addressOf({ at: 'today' }));
    setBusy(false);
    refuse(answer);
  };
  const line = (part: Part, sentence: ReactNode, more: ReactNode) => (
    <li key={part} className={classes.line} data-met={!unmet.has(part) || undefined} id={`say-${part}`}>
      <i aria-hidden="true" />
      <div>
        <div className={classes.says}>{sentence}</div>
        {more ? <div className="soft">{more}</div> : null}
      </div>
    </li>
  );
  return (
    <div className={classes.page}>
      <div className={classes.bar}>
        <WayInHead />
      </div>
      <main className={classes.main} id="main">
        <div className={classes.head}>
          <h1>{t('title')}</h1>
          <p className="soft">{t('says')}</p>
        </div>
        <div className={classes.columns}>
          <ol className={classes.sentences}>
            {line(
              'code',
              until === null
                ? t.rich('code', {
                    code: () => (
                      <TextSlot
                        value=""
                        empty={t('eight-digits')}
                        unmet
                        label={t('the-code')}
                        most={12}
                        change={sayCode}
                      />
                    ),
                  })
                : t('code-right'),
              until === null ? t('code-where') : t('yours-until', { at: times.clock(until) }),
            )}
            <SchoolSentences
              school={school}
              change={(changes) => {
                setSchool({ ...school, ...changes });
                return true;
              }}
              line={line}
              now={now}
            />
            {line(
              'person',
              t.rich('person', {
                name: () => (
                  <TextSlot
                    value={person.name}
                    empty={t('whole-name')}
                    unmet={person.name === ''}
                    label={t('whole-name')}
                    most={160}
                    change={(name) => {
                      setPerson({ ...person, name });
                      return true;
                    }}
                  />
                ),
                user: () => (
                  <TextSlot
                    value={person.userName}
                    empty={t('user-name')}
                    unmet={person.userName === ''}
                    label={t('user-name')}
                    most={60}
                    change={(userName) => {
                      setPerson({ ...person, userName: foldedUserName(userName) });
                      return userNameProblem(foldedUserName(userName)) === null;
                    }}
                  />
                ),
                password: () => (
                  <TextSlot
                    value={person.password}
                    empty={t('eight-letters')}
                    unmet={person.password.length < 8}
                    label={t('eight-letters')}
                    most={200}
                    type="password"
                    change={(password) => {
                      setPerson({ ...person, password });
                      return password.length >= 8;
                    }}
                  />
                ),
                teaches: () => (
                  <YesSlot
                    value={person.teaches}
                    yes={t('teaches')}
                    no={t('does-not-teach')}
                    label={t('whether-teaches')}
                    change={(teaches) => setPerson({ ...person, teaches })}
                  />
                ),
              }),
              null,
            )}
          </ol>
          <aside aria-labelledby="will-read" className={classes.aside}>
            <h2 id="will-read">{t('will-read')}</h2>
            {school.languages.map((one) => (
              <WillRead key={one} school={school} locale={localeOf(one)} wayIn={wayIn[localeOf(one)]} />
            ))}
          </aside>
        </div>
        <Beginning done={null} />
      </main>
      <section className={classes.strip} aria-label={t('title')}>
        <div>
          <p role="status">
            <strong>{t('whole', { n: PARTS.length - unmet.size, all: PARTS.length })}</strong>{' '}
            {next ? t(`lacks-${next}`) : null}
          </p>
          <p role="alert" className={classes.problem}>
            {problem}
          </p>
        </div>
        <PrimaryButton loading={busy} disabled={unmet.size > 0} onClick={begin}>
          {school.name === '' ? t('begin') : t('begin-named', { name: school.name })}
        </PrimaryButton>
      </section>
    </div>
  );
}
