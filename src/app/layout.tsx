import '@/ui/common/library-styles';
import '@/ui/common/library-variables.css';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/literata';
import '@fontsource-variable/readex-pro';
import '@/ui/common/tokens.css';
import '@/ui/common/stand-ins.css';
import '@/ui/common/look.css';
import '@/ui/common/texts.css';
import { ColorSchemeScript, mantineHtmlProps } from '@mantine/core';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import Script from 'next/script';
import { NextIntlClientProvider } from 'next-intl';
import { getLocale, getMessages, getTranslations } from 'next-intl/server';
import type { ReactNode } from 'react';
import { preload } from 'react-dom';
import { LOCALES, localeOf } from '@/i18n/locales';
import { EVERYWHERE } from '@/i18n/screen-words';
import { whoLooks } from '@/server/http/page';
import { EarlyRepeating } from '@/ui/common/early-repeating';
import { BEFORE_PAINT } from '@/ui/common/head-script';
import { USUAL_READING } from '@/ui/common/reading-style';
import { Shapes } from '@/ui/common/shapes';
import { Theme } from '@/ui/common/theme';
import { TOKENS } from '@/ui/common/tokens';
import { FONT_FILES } from './font-files';

const AT_ONCE = new URL('../ui/common/at-once.js', import.meta.url).href;

export const dynamic = 'force-dynamic';

export async function generateMetadata(): Promise<Metadata> {
  const t = await getTranslations('frame');
  return { title: { default: t('name'), template: `%s · ${t('name')}` }, description: t('description') };
}

export const viewport: Viewport = {
  themeColor: [
    { media: '(prefers-color-scheme: light)', color: TOKENS.light['sky-deep'] },
    { media: '(prefers-color-scheme: dark)', color: TOKENS.dark['sky-deep'] },
  ],
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  const locale = await getLocale();
  const all = await getMessages();
  const words = Object.fromEntries(EVERYWHERE.map((area) => [area, all[area]]));
  const direction = LOCALES[localeOf(locale)].direction;
  for (const file of FONT_FILES[direction]) preload(file, { as: 'font', type: 'font/woff2', crossOrigin: 'anonymous' });
  const reading = (await whoLooks()).person?.reading ?? USUAL_READING;
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html
      lang={locale}
      dir={direction}
      data-reading-size={reading.size}
      data-reading-spacing={reading.spacing}
      data-reading-typeface={reading.typeface}
      {...mantineHtmlProps}
    >
      <head>
        <script src={AT_ONCE} nonce={nonce} {...BEFORE_PAINT} />
        <ColorSchemeScript defaultColorScheme="auto" nonce={nonce} {...BEFORE_PAINT} />
      </head>
      <body>
        {/* A pause: what is fetched first is read in one task, and the page taken over in the next. */}
        <Script id="pause" strategy="beforeInteractive" nonce={nonce}>
          {''}
        </Script>
        <NextIntlClientProvider messages={words}>
          <Theme direction={direction}>
            <EarlyRepeating />
            <Shapes />
            {children}
          </Theme>
        </NextIntlClientProvider>
      </body>
    </html>
  );
}
