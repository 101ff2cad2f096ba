'use client';

import { PasswordInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import { SHORTEST_PASSWORD } from '@/core/accounts/password';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PrimaryButton } from '@/ui/common/primary-button';
import { useTurn } from '@/ui/sign-in/use-turn';
import classes from './password.module.css';

/** One's own password: whoever knows it chooses another. */
export function PasswordScreen({ userName }: { readonly userName: string }) {
  const t = useTranslations('password');
  const signIn = useTranslations('sign-in');
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { inTurn } = useTurn();

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem(null);
    setDone(false);
    const answer = await inTurn((ticket) => post('/api/password', { old, password, ticket }));
    setBusy(false);
    if (!answer.ok) {
      const { code, seconds } = answer;
      const n = typeof seconds === 'number' ? Math.max(1, Math.ceil(seconds / 60)) : 1;
      const own = keyOr(t.has, code, 'broke');
      const given = { wait: signIn('wait-minutes', { n }), help: '' };
      setProblem(own === 'broke' ? signIn(keyOr(signIn.has, `problem.${code}`, 'problem.broke'), given) : t(own));
      return;
    }
    setOld('');
    setPassword('');
    setDone(true);
  };

  const field = { size: 'md', required: true, withAsterisk: false } as const;
  const look = { visibilityToggleButtonProps: { 'aria-label': signIn('show-password') } };
  return (
    <main className={classes.main} id="main">
      <h1>{t('title')}</h1>
      <p>{t('says')}</p>
      <form onSubmit={submit} className={classes.form}>
        {/* Password managers ask whose password it is. */}
        <input type="text" autoComplete="username" value={userName} readOnly hidden />
        <PasswordInput
          {...field}
          {...look}
          label={t('old')}
          value={old}
          onChange={(event) => setOld(event.currentTarget.value)}
          autoComplete="current-password"
        />
        <PasswordInput
          {...field}
          {...look}
          label={t('new')}
          description={t('new-says')}
          value={password}
          onChange={(event) => setPassword(event.currentTarget.value)}
          autoComplete="new-password"
          minLength={SHORTEST_PASSWORD}
        />
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
        <PrimaryButton type="submit" loading={busy}>
          {t('set')}
        </PrimaryButton>
        <p role="status" className="moss">
          {done ? t('done') : null}
        </p>
      </form>
    </main>
  );
}
