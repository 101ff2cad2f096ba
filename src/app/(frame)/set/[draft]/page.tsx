import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { cache } from 'react';
import { enter } from '@/server/http/page';
import { setDesk } from '@/server/reading/setting/set-desk';
import { Words } from '@/ui/common/words';
import { SetLater } from '@/ui/set/set-later';

interface Props {
  readonly params: Promise<{ draft: string }>;
}

/** Asked once for the page and for its title. */
const asked = cache(async (draft: string) => {
  const { db, person, school, now, params } = await enter('PAGE /set/[draft]', { draft });
  return { view: await setDesk(db, person, params.draft), zone: school.zone, now };
});

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { view } = await asked((await params).draft);
  return { title: (await getTranslations('set'))('page-title', { class: view?.class.name ?? '' }) };
}

export default async function SetPage({ params }: Props) {
  const { view, zone, now } = await asked((await params).draft);
  if (!view) notFound();
  return (
    <Words of="(frame)/set/[draft]">
      <SetLater view={view} zone={zone} now={now} />
    </Words>
  );
}
