import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { floorScreen } from '@/server/reading/talk/floor-screen';
import { Words } from '@/ui/common/words';
import { FloorScreen } from '@/ui/talk/floor-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('talk'))('title') };
}

interface Props {
  readonly params: Promise<{ readonly class: string }>;
  readonly searchParams: Promise<{ readonly about?: string | string[] }>;
}

export default async function FloorPage({ params, searchParams }: Props) {
  const { db, person, school, now, params: of } = await enter('PAGE /classes/[class]/floor', await params);
  const { about } = await searchParams;
  const view = await floorScreen(db, person, of.class, typeof about === 'string' ? about : null, now);
  if (!view) notFound();
  return (
    <Words of="(frame)/classes/[class]/floor">
      <FloorScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
