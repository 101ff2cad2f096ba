'use client';

import { PasswordInput, TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { addressOf } from '@/core/places';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton } from '@/ui/common/primary-button';
import { useClearedDevice } from '@/ui/device/use-cleared-device';
import classes from './sign-in.module.css';
import { useTurn } from './use-turn';
import { WayInHead } from './way-in-head';

interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly role: 'student' | 'teacher' | 'office';
}

/** The way in: a user name and a password, a code for who has forgotten it, and in the demo one click. */
export function SignInScreen({ school, help, people }: { school: string; help: string; people: DemoPerson[] }) {
  const t = useTranslations('sign-in');
  const keeper = useTranslations('keeper');
  const [forgotten, setForgotten] = useState(false);
  const [userName, setUserName] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [wait, setWait] = useState(0);
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  const { inLine, inTurn } = useTurn();
  const locked = useClearedDevice();
  const later = (seconds: number) =>
    seconds < 90 ? t('wait-seconds', { n: seconds }) : t('wait-minutes', { n: Math.ceil(seconds / 60) });

  const enter = async (path: string, body: object) => {
    setBusy(true);
    setProblem(null);
    const answer = await inTurn((ticket) => post(path, { ...body, ticket }));
    if (answer.ok) {
      // A full load: the language and the direction may be another person's now.
      window.location.assign(addressOf({ at: 'today' }));
      return;
    }
    setBusy(false);
    setWait(typeof answer.seconds === 'number' ? answer.seconds : 0);
    setProblem(answer.code);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (forgotten) void enter('/api/sign-in/reset', { userName, code, password });
    else void enter('/api/sign-in', { userName, password });
  };

  return (
    <div className={classes.page}>
      <WayInHead />
      <main className={classes.main} id="main">
        <section className={classes.form} aria-labelledby="sign-in-title">
          <h1 id="sign-in-title">{forgotten ? t('new-password') : t('title')}</h1>
          <p className="soft">{school}</p>
          {forgotten ? null : <p>{t('what')}</p>}
          {locked ? <p role="note">{keeper('locked')}</p> : null}
          <form onSubmit={submit}>
            <TextInput
              ref={first}
              label={t('user-name')}
              size="md"
              value={userName}
              onChange={(event) => setUserName(event.currentTarget.value)}
              autoComplete="username"
              autoCapitalize="none"
              required
              withAsterisk={false}
            />
            {forgotten ? (
              <TextInput
                label={t('code')}
                description={t('code-says')}
                size="md"
                value={code}
                onChange={(event) => setCode(event.currentTarget.value)}
                autoComplete="one-time-code"
                inputMode="numeric"
                required
                withAsterisk={false}
              />
            ) : null}
            <PasswordInput
              label={forgotten ? t('chosen-password') : t('password')}
              description={forgotten ? t('chosen-says') : undefined}
              size="md"
              value={password}
              onChange={(event) => setPassword(event.currentTarget.value)}
              autoComplete={forgotten ? 'new-password' : 'current-password'}
              minLength={forgotten ? 8 : undefined}
              visibilityToggleButtonProps={{ 'aria-label': t('show-password') }}
              required
              withAsterisk={false}
            />
            <p role="alert" className={classes.problem}>
              {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke'), { help, wait: later(wait) }) : null}
            </p>
            <p role="status" className={classes.inLine}>
              {inLine > 0 ? t('in-turn', { wait: later(inLine) }) : null}
            </p>
            <PrimaryButton type="submit" loading={busy} fullWidth>
              {forgotten ? t('set-and-enter') : t('enter')}
            </PrimaryButton>
          </form>
          <button
            type="button"
            className="quiet"
            onClick={() => {
              setForgotten(!forgotten);
              setProblem(null);
            }}
          >
            {forgotten ? t('back') : t('forgotten')}
          </button>
          <p>
            <PlaceLink to={{ at: 'slip' }}>{t('have-slip')}</PlaceLink>
          </p>
          <p className="soft">{forgotten ? t('forgotten-says', { help }) : t('whom', { help })}</p>
        </section>
        {people.length > 0 ? (
          <section className={classes.demo} aria-labelledby="demo-title">
            <h2 id="demo-title">{t('demo')}</h2>
            <p className="soft">{t('demo-says')}</p>
            {(['student', 'teacher', 'office'] as const).map((role) => (
              <div key={role}>
                <h3>{t(`demo-${role}`)}</h3>
                <ul className={classes.people}>
                  {people
                    .filter((person) => person.role === role)
                    .map((person) => (
                      <li key={person.id}>
                        <button
                          type="button"
                          className="quiet"
                          disabled={busy}
                          onClick={() => enter('/api/sign-in/demo', { person: person.id })}
                        >
                          {person.name}
                        </button>
                      </li>
                    ))}
                </ul>
              </div>
            ))}
          </section>
        ) : null}
      </main>
    </div>
  );
}
