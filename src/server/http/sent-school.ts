import { z } from 'zod';
import { LOCALES, type Locale } from '@/i18n/locales';

const locale = z.enum(Object.keys(LOCALES) as [Locale]);

/** What a school says of itself, as it comes with a request. */
export const sentSchool = z.object({
  name: z.string().max(300),
  zone: z.string().max(64),
  languages: z.array(locale).max(10),
  help: z.string().max(500),
  said: z.partialRecord(
    locale,
    z.object({ name: z.string().max(300).optional(), help: z.string().max(500).optional() }),
  ),
});
