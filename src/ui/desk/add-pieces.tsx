'use client';

import { useTranslations } from 'next-intl';
import { type FormEvent, useRef, useState } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import { FileInput } from '@/ui/common/file-input';
import classes from './pieces-sheet.module.css';
import type { Uploads } from './use-uploads';

export function FileButton({
  add,
  words,
  accept,
  camera = false,
}: {
  add: Uploads['add'];
  words: string;
  accept: string;
  camera?: boolean;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="quiet" onClick={() => input.current?.click()}>
        {words}
      </button>
      <FileInput
        ref={input}
        aria-label={words}
        multiple={!camera}
        accept={accept}
        {...(camera ? { capture: 'environment' as const } : {})}
        take={add}
      />
    </>
  );
}

export function LinkForm({
  send,
  done,
}: {
  send: (address: string, name: string) => Promise<boolean>;
  done: () => void;
}) {
  const t = useTranslations('pieces');
  const put = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const given = new FormData(event.currentTarget);
    if (await send(String(given.get('address') ?? ''), String(given.get('name') ?? ''))) done();
  };
  return (
    <form className={classes.form} onSubmit={put}>
      <label>
        {t('link-address')}
        <input className="field" name="address" inputMode="url" dir="ltr" required maxLength={2000} />
      </label>
      <label>
        {t('link-name')}
        <input className="field" name="name" dir="auto" maxLength={160} />
      </label>
      <button type="submit" className="quiet">
        {t('put-link')}
      </button>
    </form>
  );
}

export function FromShelf({ view, put }: { view: DeskView; put: (from: 'piece' | 'document', id: string) => void }) {
  const t = useTranslations('pieces');
  const [words, setWords] = useState('');
  const found = view.onShelf.filter(({ name }) => name.toLocaleLowerCase().includes(words.toLocaleLowerCase()));
  if (view.onShelf.length === 0) return <p>{t('shelf-empty')}</p>;
  return (
    <div className={classes.form}>
      <label>
        {t('seek-shelf')}
        <input
          className="field"
          type="search"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          dir="auto"
        />
      </label>
      <ul className={classes.shelf}>
        {found.slice(0, 12).map(({ from, id, name }) => (
          <li key={id}>
            <button type="button" className="quiet" onClick={() => put(from, id)}>
              <bdi>{name}</bdi>
            </button>
          </li>
        ))}
      </ul>
      {found.length === 0 ? <p className="soft">{t('none-found')}</p> : null}
    </div>
  );
}
