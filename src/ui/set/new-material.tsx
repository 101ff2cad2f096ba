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
  /** In which unit it stands by itself; not given where only what opens it shows it. */
  readonly stands?: { readonly unit: string | null };
  readonly take: (material: KnownMaterial) => void;
}

/** Something new to be read: a file from this device, in parts that go on where they were cut, or an address. */
export function NewMaterial({ classId, stands, take }: NewProps) {
  const t = useTranslations('giving');
  const input = useRef<HTMLInputElement>(null);
  const [address, setAddress] = useState('');
  const [title, setTitle] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const give = async (body: object, name: string) => {
    const answer = await post<{ material: KnownMaterial }>(`/api/classes/${classId}/materials`, {
      title: name,
      unit: stands?.unit ?? null,
      listed: stands !== undefined,
      ...body,
    });
    if (answer.ok) take(answer.material);
    else setProblem(answer.code);
  };
  const uploads = useUploads(null, (piece, name) => void give({ piece }, name));
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: files can be let fall anywhere on it; the button beside does the same
    <div
      className={classes.give}
      data-over={over || undefined}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        uploads.add(event.dataTransfer.files);
      }}
      onPaste={(event) => {
        if (event.clipboardData.files.length === 0) return;
        event.preventDefault();
        uploads.add(event.clipboardData.files);
      }}
    >
      <p className="soft">{t('let-fall')}</p>
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
