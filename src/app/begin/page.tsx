import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { addressOf } from '@/core/places';
import { wordsIn } from '@/i18n/catalogues';
import type { Locale } from '@/i18n/locales';
import { beginsFor } from '@/server/doing/office/beginning';
import { BEGIN_COOKIE } from '@/server/http/origin';
import { whoLooks } from '@/server/http/page';
import { BeginScreen } from '@/ui/begin/begin-screen';
import { Words } from '@/ui/common/words';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('begin'))('title') };
}

function wayIn(locale: Locale) {
  const t = wordsIn(locale, 'sign-in');
  // Who helps is still being said: where they will be named stays open.
  return { title: t('title'), whom: t('whom', { help: '{help}' }) };
}

/** PAGE /begin is there as long as there is no school. */
export default async function BeginPage() {
  const { db, school, now } = await whoLooks();
  if (school) redirect(addressOf({ at: 'home' }));
  const token = (await cookies()).get(BEGIN_COOKIE)?.value;
  return (
    <Words of="begin">
      <BeginScreen
        wayIn={{ en: wayIn('en'), ar: wayIn('ar') }}
        until={token ? await beginsFor(db, token, now) : null}
        now={now}
      />
    </Words>
  );
}
