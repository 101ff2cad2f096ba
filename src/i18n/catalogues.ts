import ar from '@messages/ar';
import en from '@messages/en';
import { createTranslator } from 'next-intl';
import { localeOf } from './locales';

/** Every word of the interface, by language. */
export const CATALOGUES = { en, ar } as const;

/** The words of what is made for taking away, in the language of a tag (BCP 47). */
export const awayWords = (tag: string) =>
  createTranslator({ locale: tag, messages: CATALOGUES[localeOf(tag)] as typeof en, namespace: 'away' });
