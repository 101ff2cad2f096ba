import ar from '@messages/ar';
import en from '@messages/en';
import { createTranslator } from 'next-intl';
import { LOCALES, type Locale, localeOf } from './locales';

/** Every word of the interface, by language. */
export const CATALOGUES = { en, ar } as const;

const wordsAt = <Area extends keyof typeof en>(tag: string, area: Area) =>
  createTranslator({ locale: tag, messages: CATALOGUES[localeOf(tag)] as typeof en, namespace: area });

/**
 * The words of an area in a language, where a page or an answer has not asked for its own. The build takes messages to pieces:
 * whoever takes one out of a catalogue by hand has no text.
 */
export const wordsIn = <Area extends keyof typeof en>(locale: Locale, area: Area) => wordsAt(LOCALES[locale].tag, area);

/** The words of what is made for taking away, in the language of a tag (BCP 47). */
export const awayWords = (tag: string) => wordsAt(tag, 'away');
