import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { cache } from 'react';
import { enter } from '@/server/http/page';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { Words } from '@/ui/common/words';
import { MarkingScreen } from '@/ui/marking/marking-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** Asked once for the page and for its title. */
const asked = cache(async (assignment: string, student: string | null) => {
  const { db, person, school, now, params } = await enter('PAGE /marking/[assignment]', { assignment });
  return { view: await markingDesk(db, person, params.assignment, student, now), zone: school.zone, now };
});

async function shown({ params, searchParams }: Props) {
  const { student } = await searchParams;
  return asked((await params).assignment, typeof student === 'string' ? student : null);
}

export async function generateMetadata(props: Props): Promise<Metadata> {
  const { view } = await shown(props);
  return { title: (await getTranslations('marking'))('title', { title: view?.title ?? '' }) };
}

export default async function MarkingPage(props: Props) {
  const { view, zone, now } = await shown(props);
  if (!view) notFound();
  return (
    <Words of="(frame)/marking/[assignment]">
      <MarkingScreen view={view} zone={zone} now={now} />
    </Words>
  );
}
