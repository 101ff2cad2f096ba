import { getMessages } from 'next-intl/server';
import type { ReactNode } from 'react';
import { SCREEN_WORDS, type ScreenName } from '@/i18n/screen-words';
import { MoreWords } from './more-words';

/** Gives a screen the words that it needs in the browser, besides those that are everywhere. */
export async function Words({ of, children }: { of: ScreenName; children: ReactNode }) {
  const all = await getMessages();
  const words = Object.fromEntries(SCREEN_WORDS[of].map((area) => [area, all[area]]));
  return <MoreWords words={words}>{children}</MoreWords>;
}
