'use client';

import { TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import { addressOf } from '@/core/places';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import classes from './class-line.module.css';

/** A way into a class with the code that a teacher gave. What was typed stays when it is wrong. */
export function JoinClass() {
  const t = useTranslations('join');
  const router = useRouter();
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const join = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await post<{ classId: string }>('/api/classes/join', { code });
    setBusy(false);
    if (answer.ok) router.push(addressOf({ at: 'class', class: answer.classId }));
    else setProblem(t(keyOr(t.has, `problem.${answer.code}`, 'problem.broke')));
  };
  return (
    <form className={classes.join} onSubmit={join}>
      <TextInput
        label={t('label')}
        description={t('says')}
        value={code}
        onChange={(event) => {
          setCode(event.currentTarget.value);
          setProblem(null);
        }}
        error={problem}
        autoComplete="off"
        autoCapitalize="characters"
        spellCheck={false}
        dir="ltr"
        required
      />
      <QuietButton type="submit" loading={busy}>
        {t('enter')}
      </QuietButton>
    </form>
  );
}
