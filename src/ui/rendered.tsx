import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MantineProvider } from '@mantine/core';
import { NextIntlClientProvider } from 'next-intl';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { Locale } from '@/i18n/locales';

/** What a component draws, as HTML, in one of our languages: for unit tests. */
export function rendered(node: ReactNode, locale: Locale = 'en'): string {
  const messages = JSON.parse(readFileSync(join(process.cwd(), 'messages', `${locale}.json`), 'utf8'));
  const tag = locale === 'en' ? 'en-GB' : locale;
  return renderToStaticMarkup(
    <NextIntlClientProvider
      locale={tag}
      messages={messages}
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
