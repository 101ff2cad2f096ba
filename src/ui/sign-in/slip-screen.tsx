'use client';

import { PasswordInput, TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useEffect, useState } from 'react';
import { SLIPS, type SlipKind } from '@/core/office/slip-code';
import { addressOf } from '@/core/places';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import classes from './sign-in.module.css';
import { useTurn } from './use-turn';
import { WayInHead } from './way-in-head';

interface Whose {
  readonly name: string;
  readonly userName: string;
  readonly kind: SlipKind;
}

/** The way in with a slip: whose it is, then a password of one's own; with a card nothing more. */
export function SlipScreen({ school, help }: { readonly school: string; readonly help: string }) {
  const t = useTranslations('slip');
  const way = useTranslations('sign-in');
  const [code, setCode] = useState('');
  const [whose, setWhose] = useState<Whose | null>(null);
  const [password, setPassword] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { inLine, inTurn } = useTurn();
  const later = (seconds: number) =>
    seconds < 90 ? way('wait-seconds', { n: seconds }) : way('wait-minutes', { n: Math.ceil(seconds / 60) });
  const refuse = (answer: { readonly code: string; readonly [more: string]: unknown }) => {
    const wait = typeof answer.seconds === 'number' ? later(answer.seconds) : '';
    setProblem(
      t.has(`problem.${answer.code}` as 'problem.wrong-slip')
        ? t(`problem.${answer.code}` as 'problem.wrong-slip', { help })
        : way(keyOr(way.has, `problem.${answer.code}`, 'problem.broke'), { help, wait }),
    );
  };
  const look = async (sought: string) => {
    setBusy(true);
    setProblem(null);
    const answer = await post<Whose>('/api/slip', { code: sought });
    setBusy(false);
    if (answer.ok) setWhose(answer);
    else refuse(answer);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the square said is looked at once
  useEffect(() => {
    const said = decodeURIComponent(window.location.hash.slice(1));
    if (said === '') return;
    // Nobody finds it in the list of pages that were open.
    window.history.replaceState(null, '', window.location.pathname);
    setCode(said);
    void look(said);
  }, []);
  const enter = async (event: FormEvent) => {
    event.preventDefault();
    if (!whose) return look(code);
    setBusy(true);
    setProblem(null);
    const answer = await inTurn((ticket) => post('/api/slip/enter', { code, password, ticket }));
    if (answer.ok) return window.location.assign(addressOf({ at: 'today' }));
    setBusy(false);
    refuse(answer);
  };
  const other = () => {
    setWhose(null);
    setCode('');
    setPassword('');
    setProblem(null);
  };
  return (
    <div className={classes.page}>
      <WayInHead />
      <main className={classes.main} id="main">
        <section className={classes.form} aria-labelledby="slip-title">
          <h1 id="slip-title">{t('title')}</h1>
          <p className="soft">{school}</p>
          <form onSubmit={enter}>
            {whose === null ? (
              <TextInput
                label={t('code')}
                description={t('code-says')}
                size="md"
                value={code}
                maxLength={40}
                autoComplete="one-time-code"
                autoCapitalize="characters"
                spellCheck={false}
                dir="ltr"
                required
                withAsterisk={false}
                onChange={({ currentTarget }) => setCode(currentTarget.value)}
              />
            ) : (
              <>
                <p>
                  {t.rich('is-of', {
                    name: () => <strong>{whose.name}</strong>,
                    user: () => <strong>{whose.userName}</strong>,
                  })}
                </p>
                {SLIPS[whose.kind].choosesPassword ? (
                  <>
                    {/* A browser that keeps passwords keeps it under this name. */}
                    <input type="text" autoComplete="username" value={whose.userName} readOnly hidden />
                    <PasswordInput
                      label={t('choose')}
                      description={way('chosen-says')}
                      size="md"
                      value={password}
                      maxLength={200}
                      autoComplete="new-password"
                      minLength={8}
                      visibilityToggleButtonProps={{ 'aria-label': way('show-password') }}
                      required
                      withAsterisk={false}
                      data-autofocus
                      onChange={({ currentTarget }) => setPassword(currentTarget.value)}
                    />
                  </>
                ) : null}
              </>
            )}
            <p role="alert" className={classes.problem}>
              {problem}
            </p>
            <p role="status" className={classes.inLine}>
              {inLine > 0 ? way('in-turn', { wait: later(inLine) }) : null}
            </p>
            <PrimaryButton type="submit" loading={busy} fullWidth>
              {t(whose === null ? 'look' : SLIPS[whose.kind].choosesPassword ? 'set-and-enter' : 'enter')}
            </PrimaryButton>
            {whose === null ? null : (
              <QuietButton fullWidth mt={8} onClick={other}>
                {t('not-me')}
              </QuietButton>
            )}
          </form>
          <PlaceLink to={{ at: 'sign-in' }}>{t('have-password')}</PlaceLink>
          <p className="soft">{way('whom', { help })}</p>
        </section>
      </main>
    </div>
  );
}
