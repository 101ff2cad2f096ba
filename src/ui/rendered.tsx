import { MantineProvider } from '@mantine/core';
import ar from '@messages/ar';
import en from '@messages/en';
import { NextIntlClientProvider } from 'next-intl';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { Locale } from '@/i18n/locales';

const MESSAGES = { en, ar };

/** What a component draws, as HTML, in one of our languages: for unit tests. */
export function rendered(node: ReactNode, locale: Locale = 'en'): string {
  const tag = locale === 'en' ? 'en-GB' : locale;
  return renderToStaticMarkup(
    <NextIntlClientProvider
      locale={tag}
      messages={MESSAGES[locale]}
      timeZone="UTC"
      onError={(error) => {
        throw error;
      }}
    >
      <MantineProvider>{node}</MantineProvider>
    </NextIntlClientProvider>,
  );
}

/** The words of what was drawn, without its tags and the library's style sheets. */
export const words = (html: string): string =>
  html
    .replace(/<style[^>]*>.*?<\/style>/gs, '')
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&amp;', '&')
    .replace(/\s+/g, ' ')
    .trim();
