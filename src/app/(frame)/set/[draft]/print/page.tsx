import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { enter } from '@/server/http/page';
import { printedWork } from '@/server/reading/setting/printed-work';
import { Words } from '@/ui/common/words';
import { PrintedWork } from '@/ui/set/printed-work';

interface Props {
  readonly params: Promise<{ draft: string }>;
}

/** Asked once for the page and for its title. */
const asked = cache(async (draft: string) => {
  const { db, person, school, now, params } = await enter('PAGE /set/[draft]/print', { draft });
  return { view: await printedWork(db, person, params.draft), zone: school.zone, now };
});

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await asked((await params).draft)).view?.draft.title };
}

export default async function PrintPage({ params }: Props) {
  const { view, zone, now } = await asked((await params).draft);
  if (!view) notFound();
  return (
    <Words of="(frame)/set/[draft]/print">
      <PrintedWork view={view} zone={zone} now={now} />
    </Words>
  );
}
