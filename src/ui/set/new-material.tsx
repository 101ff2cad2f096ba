'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useRef, useState } from 'react';
import type { KnownMaterial } from '@/core/setting/minutes';
import { post } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import { useUploads } from '@/ui/desk/use-uploads';
import classes from './set.module.css';

interface NewProps {
  readonly classId: string;
  readonly take: (material: KnownMaterial) => void;
}

/** Something new to be read: a file from this device, in parts that go on where they were cut, or an address. */
export function NewMaterial({ classId, take }: NewProps) {
  const t = useTranslations('giving');
  const input = useRef<HTMLInputElement>(null);
  const [address, setAddress] = useState('');
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const give = async (body: object, name: string) => {
    const answer = await post<{ material: KnownMaterial }>(`/api/classes/${classId}/materials`, {
      title: name,
      unit: null,
      listed: false,
      ...body,
    });
    if (answer.ok) take(answer.material);
    else setProblem(answer.code);
  };
  const uploads = useUploads(null, (piece, name) => void give({ piece }, name));
  return (
    <div className={classes.give}>
      <QuietButton onClick={() => input.current?.click()}>{t('from-device')}</QuietButton>
      <FileInput ref={input} aria-label={t('from-device')} take={(files) => uploads.add(files)} />
      {uploads.sending.map(({ key, name, sent, size, state, code }) => (
        <p key={key} role="status">
          <bdi>{name}</bdi>{' '}
          {state === 'refused'
            ? t(keyOr(t.has, `problem.${code}`, 'problem.broke'))
            : t('sent', { share: Math.floor((sent / Math.max(1, size)) * 100) })}{' '}
          {state === 'stopped' ? (
            <button type="button" className="quiet" onClick={() => uploads.again(key)}>
              {t('again')}
            </button>
          ) : null}
          <button type="button" className="quiet" onClick={() => uploads.cancel(key)}>
            {t('drop')}
          </button>
        </p>
      ))}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void give({ address: address.trim() }, title.trim() || address.trim());
        }}
      >
        <TextInput
          label={t('address')}
          type="url"
          value={address}
          onChange={({ currentTarget: { value } }) => setAddress(value)}
          placeholder="https://"
          dir="ltr"
        />
        <TextInput
          label={t('address-name')}
          value={title}
          onChange={({ currentTarget: { value } }) => setTitle(value)}
          dir="auto"
        />
        <QuietButton type="submit" disabled={address.trim() === ''}>
          {t('take-address')}
        </QuietButton>
      </form>
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
    </div>
  );
}
