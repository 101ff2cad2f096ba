'use client';

import { type AbstractIntlMessages, NextIntlClientProvider, useLocale, useMessages, useTimeZone } from 'next-intl';
import { type ReactNode, useMemo } from 'react';

/** Adds words to those that are there already. */
export function MoreWords({ words, children }: { words: AbstractIntlMessages; children: ReactNode }) {
  const before = useMessages();
  const locale = useLocale();
  const timeZone = useTimeZone();
  const all = useMemo(() => ({ ...before, ...words }), [before, words]);
  return (
    <NextIntlClientProvider locale={locale} messages={all} {...(timeZone ? { timeZone } : {})}>
      {children}
    </NextIntlClientProvider>
  );
}
