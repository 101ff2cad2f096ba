'use client';

import { useTranslations } from 'next-intl';
import classes from './messages.module.css';

/** What a message is about, in some words of whoever begins it. */
export function TitleField({ title, change }: { readonly title: string; readonly change: (title: string) => void }) {
  const t = useTranslations('messages');
  return (
    <input
      className={`field ${classes.about}`}
      aria-label={t('title')}
      placeholder={t('title')}
      value={title}
      maxLength={120}
      dir="auto"
      onChange={({ currentTarget: { value } }) => change(value)}
    />
  );
}
