import type { SlipCard, SlipWords } from '@/core/formats/slips-pdf';
import type { Instant, PersonId } from '@/core/ids';
import { schoolIn } from '@/core/office/school';
import type { SlipKind } from '@/core/office/slip-code';
import { addressOf } from '@/core/places';
import { wordsIn } from '@/i18n/catalogues';
import { LOCALES, type Locale, localeOf } from '@/i18n/locales';
import { ownOrigins } from '@/server/http/addresses';
import { takenAway } from '@/server/http/file-response';
import { type TooMuch, use } from '@/server/limits';
import { workshop } from '@/server/workshop';
import type { Database } from '@/store/database';
import { findSchool, type Person, type School } from '@/store/people';
import { MOST_SLIPS, makeSlips, type PrintedSlip } from './slips';

/** What stands on a slip in one language of the school. */
function slipWords(locale: Locale, school: School, kind: SlipKind): SlipWords {
  const t = wordsIn(locale, 'slip-printed');
  return {
    rtl: LOCALES[locale].direction === 'rtl',
    school: schoolIn(school, locale).name,
    userName: t('user-name'),
    code: t(`code-${kind}`),
    steps: [t('step-1'), t(`step-2-${kind}`), t(`step-3-${kind}`)],
  };
}

/** The languages of a school, that of whoever it is for first. */
function languagesFor({ languages }: School, own: string | null): readonly Locale[] {
  const spoken = languages.map(localeOf);
  const first = own === null ? spoken[0] : localeOf(own);
  return [...new Set([...(first ? [first] : []), ...spoken])].slice(0, 2);
}

/**
 * Makes slips and draws them as a page of cards to print.
 *
 * @returns the PDF; or why there is none: for nobody of these a slip can be made, or too many at once
 */
export async function printSlips(
  db: Database,
  by: Person,
  people: readonly PersonId[],
  kind: SlipKind,
  now: Instant,
): Promise<
  Response | { readonly ok: false; readonly code: 'nobody' | 'too-many' | 'too-intricate' | 'too-busy' } | TooMuch
> {
  if (people.length > MOST_SLIPS) return { ok: false, code: 'too-many' };
  const school = await findSchool(db);
  const much = await use(db, by.id, 'exports', 1, now);
  if (much) return much;
  const slips = school ? await makeSlips(db, by, people, kind, now) : [];
  if (!school || slips.length === 0) return { ok: false, code: 'nobody' };
  const [origin = ''] = ownOrigins();
  const words = new Map((Object.keys(LOCALES) as Locale[]).map((one) => [one, slipWords(one, school, kind)]));
  const cards = slips.map(
    (slip: PrintedSlip): SlipCard => ({
      ...slip,
      link: `${origin}${addressOf({ at: 'slip', code: slip.code })}`,
      words: languagesFor(school, slip.locale).flatMap((one) => words.get(one) ?? []),
    }),
  );
  const title = words.get(localeOf(school.languages[0] ?? 'en'))?.school ?? school.name;
  const address = origin.replace(/^https?:\/\//, '') + addressOf({ at: 'slip' });
  const sheet = { title, lang: school.languages[0] ?? 'en', address, cards };
  const drawn = await workshop().do(by.id, 'slips', sheet);
  if (!drawn.ok) return drawn;
  return takenAway(drawn.made, 'application/pdf', `slips-${new Date(now).toISOString().slice(0, 10)}.pdf`);
}
